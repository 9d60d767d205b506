package dev.cuenta.store.account;

import dev.cuenta.core.account.AccountId;
import dev.cuenta.core.account.TenantId;

/**
 * An account about whose entry is decided by somebody who may: its password, second factor, sessions and roles, its memberships,
 * and whether it is there at all. A permission to change accounts is not enough to get one.
 */
public final class Controlled {
    private final AccountId id;

    Controlled(AccountId id) {
        this.id = id;
    }

    /** By the person whose account it is, who has shown that they are. */
    public static Controlled byOwner(AccountId own) {
        return new Controlled(own);
    }

    /** By a rule of the model, or by whoever makes the account in this transaction. */
    public static Controlled byCuenta(AccountId id) {
        return new Controlled(id);
    }

    /** What it is in the tenant is decided with it. */
    public ControlledWithin within(TenantId tenant) {
        return new ControlledWithin(id, tenant);
    }

    public AccountId id() {
        return id;
    }
}
