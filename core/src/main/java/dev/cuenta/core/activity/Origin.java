package dev.cuenta.core.activity;

import dev.cuenta.core.account.AccountId;
import dev.cuenta.core.account.TenantId;
import java.util.UUID;
import org.jspecify.annotations.Nullable;

/**
 * Who does something, and from where.
 *
 * @param person null for a guest, a service that acts for nobody, a key holder, and Cuenta itself
 * @param service null where no service asks
 * @param via the session, or the service's key; {@link #INSTALLATION_KEY} for that one; null for a guest and Cuenta itself
 * @param address null for what Cuenta does by itself
 * @param tenant that the request is limited to; null for none
 * @param allTenants whether it says that all tenants are meant
 */
public record Origin(
        @Nullable AccountId person,
        @Nullable String service,
        @Nullable UUID via,
        @Nullable String address,
        @Nullable TenantId tenant,
        boolean allTenants) {
    /** Stands for the key of the installation, of which there is one. */
    public static final UUID INSTALLATION_KEY = new UUID(0, 0);

    /** What no request began: schedules, and work that goes on beside requests. */
    public static final Origin CUENTA = new Origin(null, null, null, null, null, false);

    public static Origin guest(String address) {
        return new Origin(null, null, null, address, null, false);
    }

    /** The same, now that it is known who the guest is. */
    public Origin as(AccountId account) {
        return new Origin(account, service, via, address, tenant, allTenants);
    }
}
