package dev.cuenta.core.file;

import java.util.Set;

/** Which keys of a field mean nothing for some fields. */
final class FieldKeys {
    /** What a computed field cannot have: nobody gives it a value. */
    static final Set<String> NOT_FOR_COMPUTED = Set.of(
            "required",
            "default",
            "existing",
            "uniqueness",
            "signIn",
            "write",
            "mutability",
            "search",
            "indexed",
            "formerly",
            "erase");

    static final Set<String> NOT_FOR_PICTURES =
            Set.of("required", "default", "existing", "uniqueness", "signIn", "search", "indexed", "erase");

    /** What means something of an account only: tenants are made with nothing but a name, and whole rows of them are few. */
    static final Set<String> NOT_FOR_TENANTS = Set.of(
            "required",
            "default",
            "existing",
            "compute",
            "of",
            "signIn",
            "search",
            "indexed",
            "returned",
            "mutability",
            "sensitivity",
            "erase",
            "keep",
            "confirm");

    /** What would have to look into a value, or write it down where everybody can read it. */
    static final Set<String> NOT_FOR_SECRETS =
            Set.of("default", "existing", "uniqueness", "signIn", "indexed", "confirm");

    private FieldKeys() {}
}
