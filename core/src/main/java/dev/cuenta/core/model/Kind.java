package dev.cuenta.core.model;

import java.util.List;
import org.jspecify.annotations.Nullable;

/**
 * What sort of account; decides which profiles it has.
 *
 * @param byDefault whoever signs up is of this kind
 * @param formerly kinds that this one takes over: their accounts become of this kind
 */
public record Kind(String name, String label, List<String> profiles, boolean byDefault, List<String> formerly) {
    public Kind {
        formerly = List.copyOf(formerly);
        profiles = List.copyOf(profiles);
    }

    /** Whether accounts of the kind have the profile; every account has its own fields, the profile null. */
    public boolean has(@Nullable String profile) {
        return profile == null || profiles.contains(profile);
    }
}
