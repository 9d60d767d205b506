package dev.cuenta.core.access;

import dev.cuenta.core.account.Scope;
import dev.cuenta.core.model.Field;
import dev.cuenta.core.model.Party;
import java.util.Collections;
import java.util.Set;
import org.jspecify.annotations.Nullable;

/**
 * By what right somebody meets a record: as a person, who is all of the parties at once; as a service, within its grant; or as a
 * service that acts for a person, where both have to allow it.
 *
 * @param parties null for a service that acts for nobody
 * @param grant null for a person who comes by themselves
 * @param scope which of the record's roles and memberships are seen
 */
public record Viewer(@Nullable Set<Party> parties, @Nullable Grant grant, Scope scope) {
    public Viewer {
        if (parties == null && grant == null) {
            throw new IllegalArgumentException("Nobody looks.");
        }
        parties = parties == null ? null : Set.copyOf(parties);
    }

    /** Of a record's roles and memberships, such a viewer sees all. */
    public static Viewer of(Set<Party> parties) {
        return new Viewer(parties, null, Scope.EVERYWHERE);
    }

    /** Of a record's roles and memberships, such a viewer sees all. */
    public static Viewer of(Grant grant) {
        return new Viewer(null, grant, Scope.EVERYWHERE);
    }

    /** The same, who sees of roles and memberships what counts there. */
    public Viewer in(Scope other) {
        return new Viewer(parties, grant, other);
    }

    /** Whether what every account has, such as {@code kind}, is shown: to people always. */
    public boolean sees(String attribute) {
        return grant == null || grant.attributes().contains(attribute);
    }

    /** Whether its name is no secret: people can read the model's, a service only its contract. */
    boolean knows(Field field) {
        return grant == null
                || grant.reads().contains(field.path())
                || grant.writes().contains(field.path());
    }

    boolean reads(Field field) {
        return (parties == null || !Collections.disjoint(field.read(), parties))
                && (grant == null || grant.reads().contains(field.path()));
    }

    boolean writes(Field field) {
        return (parties == null || !Collections.disjoint(field.write(), parties))
                && (grant == null || grant.writes().contains(field.path()));
    }
}
