package dev.cuenta.store.account;

import dev.cuenta.core.account.AccountId;
import dev.cuenta.core.model.FieldPath;
import dev.cuenta.core.model.Template;
import dev.cuenta.store.live.Work;
import java.util.Map;
import org.jspecify.annotations.Nullable;

/** Tenants that somebody's sign-up made. They may bear that person's name, and do not outlive it. */
final class FoundedTenants {
    /** What tells it from others of the same name. */
    private static final String SUFFIX = "right(replace(cast(id as text), '-', ''), 8)";

    private final Work work;

    FoundedTenants(Work work) {
        this.work = work;
    }

    /**
     * Those of accounts that are gone go where nobody else belongs to them, and lose their names where others do.
     *
     * @param keys of the accounts
     */
    void removed(String[] keys) {
        work.everywhere(() -> {
            work.sql().sql("""
                            delete from cuenta.tenant t where founder = any(?)
                                and not exists (select from cuenta.membership m where m.tenant_id = t.id)""").param(keys).update();
            return work.sql()
                    .sql("update cuenta.tenant set founder = null, name = 'Tenant ' || " + SUFFIX
                            + ", slug = 'tenant-' || " + SUFFIX + " where founder = any(?)")
                    .param(keys)
                    .update();
        });
    }

    /** Its tenants are called what the model's name for them makes of the values that are left. */
    void anonymised(AccountId id, Map<FieldPath, @Nullable Object> left) {
        Template template = work.revision().model().tenants().name();
        String name = template == null
                ? ""
                : template.fill(path -> {
                    Object value = left.get(path);
                    return value == null ? "" : value;
                });
        work.everywhere(() -> work.sql()
                .sql("update cuenta.tenant set founder = null, name = :name, slug = cuenta.slug(:name) || '-' || "
                        + SUFFIX + " where founder = :founder")
                .param("name", name.isEmpty() ? "Tenant" : name)
                .param("founder", work.keys().of(id).toString())
                .update());
    }
}
