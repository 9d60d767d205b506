package dev.cuenta.core.model;

import java.util.Set;

/**
 * What an account may do.
 *
 * @param number fixed for ever; the database knows the role by it
 * @param byDefault every new account gets it
 * @param withinTenant counts only in the tenant in which it was given
 * @param may names of permissions; {@code *} is every one
 * @param secondFactor counts only in sessions that were opened with a second factor
 */
public record Role(
        String name, int number, boolean byDefault, boolean withinTenant, Set<String> may, boolean secondFactor) {
    public static final String EVERYTHING = "*";

    public Role {
        may = Set.copyOf(may);
    }

    public boolean permits(String permission) {
        return may.contains(EVERYTHING) || may.contains(permission);
    }

    public boolean administers() {
        return may.contains(EVERYTHING);
    }

    public Party party() {
        return new Party(name);
    }
}
