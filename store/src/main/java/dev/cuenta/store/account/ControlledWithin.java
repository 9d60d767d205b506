package dev.cuenta.store.account;

import dev.cuenta.core.account.AccountId;
import dev.cuenta.core.account.TenantId;

/** What an account is in one tenant, its roles and its membership there, in the hands of somebody who may decide about them. */
public final class ControlledWithin {
    private final AccountId id;
    private final TenantId tenant;

    ControlledWithin(AccountId id, TenantId tenant) {
        this.id = id;
        this.tenant = tenant;
    }

    public AccountId id() {
        return id;
    }

    public TenantId tenant() {
        return tenant;
    }
}
