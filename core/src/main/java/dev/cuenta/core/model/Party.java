package dev.cuenta.core.model;

import java.util.Set;

/**
 * Who reads or writes: {@link #GUEST} (at sign-up), {@link #OWNER}, {@link #MEMBER} (of the same tenant), a role of the model by
 * its name, or a service.
 */
public record Party(String name) {
    public static final Party GUEST = new Party("guest");
    public static final Party OWNER = new Party("owner");
    public static final Party MEMBER = new Party("member");

    private static final String SERVICE = "service:";

    /** Their names cannot be roles' names, or an access list would have two meanings. */
    public static final Set<String> RESERVED = Set.of("guest", "owner", "member");

    /** A role's name has no colon, so that no service is taken for a role. */
    public static Party ofService(String service) {
        return new Party(SERVICE + service);
    }

    public boolean isService() {
        return name.startsWith(SERVICE);
    }

    @Override
    public String toString() {
        return name;
    }
}
