package dev.cuenta.core.model;

import java.util.List;

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
}
