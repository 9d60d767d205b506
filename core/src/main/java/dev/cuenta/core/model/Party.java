package dev.cuenta.core.model;

import java.util.Set;

/**
 * Who reads or writes: {@link #GUEST} (at sign-up), {@link #OWNER}, {@link #MEMBER} (of the same tenant), or a role of the
 * model by its name.
 */
public record Party(String name) {
    public static final Party GUEST = new Party("guest");
    public static final Party OWNER = new Party("owner");
    public static final Party MEMBER = new Party("member");

    /** Their names cannot be roles' names, or an access list would have two meanings. */
    public static final Set<String> RESERVED = Set.of("guest", "owner", "member");

    @Override
    public String toString() {
        return name;
    }
}
