package dev.cuenta.core.account;

import dev.cuenta.core.account.AccountRecord.GivenRole;
import java.util.Objects;
import java.util.Optional;

/** Which accounts a question reaches, and which of their roles and memberships it sees. */
public sealed interface Scope {
    /** Every account, and all that it has. */
    Scope EVERYWHERE = new Everywhere();

    static Scope within(TenantId tenant) {
        return new Within(tenant);
    }

    /** Whether a role that was given there counts here. */
    boolean counts(GivenRole given);

    /** The tenant that it is limited to; empty for everywhere. */
    Optional<TenantId> tenant();

    /** Accounts of every tenant and of none. */
    record Everywhere() implements Scope {
        @Override
        public boolean counts(GivenRole given) {
            return true;
        }

        @Override
        public Optional<TenantId> tenant() {
            return Optional.empty();
        }
    }

    /** Members of one tenant; of what they have, what counts there. */
    record Within(TenantId only) implements Scope {
        @Override
        public boolean counts(GivenRole given) {
            return given.tenant() == null || Objects.equals(given.tenant(), only);
        }

        @Override
        public Optional<TenantId> tenant() {
            return Optional.of(only);
        }
    }
}
