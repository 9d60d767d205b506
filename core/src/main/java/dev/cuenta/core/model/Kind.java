package dev.cuenta.core.model;

import java.util.List;

/** What sort of account; decides which profiles it has. {@code byDefault}: whoever signs up is of this kind. */
public record Kind(String name, String label, List<String> profiles, boolean byDefault) {
    public Kind {
        profiles = List.copyOf(profiles);
    }
}
