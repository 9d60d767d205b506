package dev.cuenta.store.retention;

import dev.cuenta.core.account.TenantId;
import dev.cuenta.core.model.AccountModel;
import dev.cuenta.core.model.Kind;
import dev.cuenta.core.model.Role;
import dev.cuenta.core.role.GrantTerms;
import dev.cuenta.core.role.HoldingRule;
import dev.cuenta.core.role.HoldingRule.Held;
import java.time.Instant;
import java.time.OffsetDateTime;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.jspecify.annotations.Nullable;

/** Which roles come back with an account: those that the live model knows, and would give it. */
final class ArchivedRoles {
    private final AccountModel model;
    private final Kind kind;
    private final List<Map<String, @Nullable Object>> memberships;
    private final HoldingRule rule;
    private final List<Held> kept = new ArrayList<>();

    /** @param memberships those that come back */
    ArchivedRoles(AccountModel model, Kind kind, List<Map<String, @Nullable Object>> memberships) {
        this.model = model;
        this.kind = kind;
        this.memberships = memberships;
        this.rule = new HoldingRule(model);
    }

    /** @param lost gets it, in words */
    boolean isLost(Map<String, @Nullable Object> row, List<String> lost) {
        int number = ((Number) row.getOrDefault("role", 0)).intValue();
        Object tenant = row.get("tenant_id");
        Optional<Role> role = model.roleNumbered(number);
        boolean there = tenant == null || memberships.stream().anyMatch(it -> tenant.equals(it.get("tenant_id")));
        if (role.isEmpty() || !there) {
            lost.add("the role " + role.map(Role::name).orElse("number " + number)
                    + (tenant == null ? "" : " in " + tenant));
            return true;
        }
        TenantId where = tenant == null ? null : ArchivedRows.tenant(row);
        Held held = new Held(
                role.get(), where, new GrantTerms(null, moment(row.get("starts_at")), moment(row.get("ends_at"))));
        Optional<String> refusal = rule.refusal(kind, held, kept);
        if (refusal.isEmpty()) {
            kept.add(held);
        }
        refusal.ifPresent(why -> lost.add("the role " + role.get().name() + ": " + why));
        return refusal.isPresent();
    }

    private static @Nullable Instant moment(@Nullable Object written) {
        return written == null
                ? null
                : OffsetDateTime.parse(String.valueOf(written)).toInstant();
    }
}
