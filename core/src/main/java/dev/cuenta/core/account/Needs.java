package dev.cuenta.core.account;

import dev.cuenta.core.model.FieldPath;
import java.util.HashSet;
import java.util.Set;

/**
 * What of accounts has to be read for an answer: what it shows, and what that is computed from.
 *
 * @param fields stored ones
 */
public record Needs(Set<FieldPath> fields, boolean roles, boolean tenants, boolean confirmed) {
    public static final Needs NOTHING = new Needs(Set.of(), false, false, false);

    public static Needs of(FieldPath field) {
        return new Needs(Set.of(field), false, false, false);
    }

    public Needs {
        fields = Set.copyOf(fields);
    }

    /** What both need. */
    public Needs and(Needs other) {
        Set<FieldPath> both = new HashSet<>(fields);
        both.addAll(other.fields);
        return new Needs(both, roles || other.roles, tenants || other.tenants, confirmed || other.confirmed);
    }
}
