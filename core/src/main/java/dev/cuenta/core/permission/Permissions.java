package dev.cuenta.core.permission;

import java.util.ArrayList;
import java.util.Collection;
import java.util.List;
import java.util.Set;
import java.util.stream.Collectors;

/**
 * Some permissions together.
 *
 * @param everything whether all that there are and all that will be are among them
 * @param named those that are named, beside or instead
 */
public record Permissions(boolean everything, Set<Permission> named) {
    /** The word that stands for all. */
    public static final String EVERYTHING = "*";

    public static final Permissions ALL = new Permissions(true, Set.of());

    public Permissions {
        named = Set.copyOf(named);
    }

    /** As a model file names them. */
    public static Permissions of(Collection<String> words) {
        return new Permissions(
                words.contains(EVERYTHING),
                words.stream()
                        .filter(word -> !word.equals(EVERYTHING))
                        .map(Permission::of)
                        .collect(Collectors.toUnmodifiableSet()));
    }

    public boolean include(Permission permission) {
        return everything || named.contains(permission);
    }

    public boolean includeAll(Permissions others) {
        return everything || (!others.everything && named.containsAll(others.named));
    }

    public boolean isEmpty() {
        return !everything && named.isEmpty();
    }

    /** Those of these that the others do not have; {@code *} stays whole. */
    public Permissions without(Permissions others) {
        return new Permissions(
                everything && !others.everything,
                named.stream()
                        .filter(permission -> !others.include(permission))
                        .collect(Collectors.toUnmodifiableSet()));
    }

    /** Sorted; {@code *} first. */
    public List<String> words() {
        List<String> words = new ArrayList<>();
        if (everything) {
            words.add(EVERYTHING);
        }
        named.stream().map(Permission::word).sorted().forEach(words::add);
        return words;
    }

    @Override
    public String toString() {
        return String.join(", ", words());
    }
}
