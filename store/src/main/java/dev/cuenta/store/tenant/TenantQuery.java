package dev.cuenta.store.tenant;

import dev.cuenta.core.account.AccountId;
import dev.cuenta.core.account.Condition;
import dev.cuenta.core.account.TenantId;
import java.util.List;
import org.jspecify.annotations.Nullable;

/**
 * Which tenants a page has.
 *
 * @param of whose; null for all
 * @param beginning of their names, in any case; empty for whatever name
 * @param archived whether those that are archived are wanted, and no others
 * @param condition on what the model lets tenants have; null for none. Each of the others is looked at
 * @param among the only ones that are looked at; null for all. Whoever asks with a condition asks about no others
 * @param after the last of the page before; null for the first page
 */
public record TenantQuery(
        @Nullable AccountId of,
        String beginning,
        boolean archived,
        @Nullable Condition condition,
        @Nullable List<TenantId> among,
        @Nullable TenantId after,
        int limit) {
    /** The oldest of all. */
    public static TenantQuery first(int limit) {
        return new TenantQuery(null, "", false, null, null, null, limit);
    }
}
