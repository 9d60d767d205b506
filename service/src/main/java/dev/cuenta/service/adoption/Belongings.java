package dev.cuenta.service.adoption;

import dev.cuenta.core.access.GivingRule;
import dev.cuenta.core.account.AccountId;
import dev.cuenta.core.account.NormalForm;
import dev.cuenta.core.account.Scope;
import dev.cuenta.core.account.TenantId;
import dev.cuenta.core.adoption.AdoptedValues;
import dev.cuenta.core.finding.Nearest;
import dev.cuenta.core.model.AccountModel;
import dev.cuenta.core.model.Field;
import dev.cuenta.core.model.FieldPath;
import dev.cuenta.core.model.Kind;
import dev.cuenta.core.model.Role;
import dev.cuenta.core.model.TenantRules.Membership;
import dev.cuenta.core.permission.CuentaPermission;
import dev.cuenta.core.problem.Problem;
import dev.cuenta.core.problem.Violation;
import dev.cuenta.core.role.HoldingRule;
import dev.cuenta.core.role.HoldingRule.Held;
import dev.cuenta.service.adoption.AdoptedRows.Row;
import dev.cuenta.service.caller.Caller;
import dev.cuenta.store.account.Accounts;
import dev.cuenta.store.account.NewAccount;
import dev.cuenta.store.live.Work;
import dev.cuenta.store.message.Proofs;
import dev.cuenta.store.message.Proofs.Confirmed;
import dev.cuenta.store.role.GivenRoles;
import dev.cuenta.store.role.GivenRoles.ForNew;
import dev.cuenta.store.role.Giver;
import dev.cuenta.store.tenant.Memberships;
import dev.cuenta.store.tenant.Memberships.Joining;
import dev.cuenta.wire.adoption.AdoptedRows.InTenant;
import java.time.Instant;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;
import org.jspecify.annotations.Nullable;

/**
 * The roles, memberships and confirmations that rows come with. What the model does not have, or the caller may not give, is left
 * out and named; the account comes without it.
 */
final class Belongings {
    private final Work work;
    private final AccountModel model;
    private final GivingRule rule;
    private final HoldingRule holding;
    private final Giver giver;
    private final AdoptedTenants tenants;
    private final Map<String, Optional<String>> refusals = new HashMap<>();
    private final List<ForNew> roles = new ArrayList<>();
    private final List<Joining> memberships = new ArrayList<>();
    private final List<Confirmed> confirmed = new ArrayList<>();
    private final List<Settled> settled = new ArrayList<>();
    private final Set<String> claimed = new HashSet<>();

    /** What an account has in one of its tenants. */
    private record Settled(AccountId id, TenantId tenant, Map<FieldPath, @Nullable Object> values) {}

    Belongings(Work work, Caller caller) {
        this.work = work;
        this.model = work.revision().model();
        this.rule = new GivingRule(caller.entitlements(model));
        this.holding = new HoldingRule(model);
        this.giver = caller.giver();
        this.tenants = new AdoptedTenants(work, caller);
    }

    /** Refuses memberships from whoever could not make them one by one. */
    static void require(Caller caller, AdoptedRows given, AccountModel model) {
        if (given.rows().stream().anyMatch(row -> !row.tenants().isEmpty())) {
            caller.requireEverywhere(CuentaPermission.MEMBERSHIPS_WRITE, model);
        }
    }

    /**
     * @param inTenant what the account is to have in the one tenant that the row names
     * @param said gets what is left out
     */
    void add(AccountId id, Row row, NewAccount account, Map<FieldPath, Object> inTenant, List<Violation> said) {
        Map<TenantId, InTenant> joined = join(id, row, account, said);
        if (!inTenant.isEmpty() && joined.size() == 1) {
            settle(id, joined.keySet().iterator().next(), inTenant, said);
        } else {
            inTenant.keySet()
                    .forEach(path -> said.add(new Violation(
                            path.pointer(),
                            "tenant",
                            "`" + path + "` has a value in each tenant, and the row names "
                                    + (joined.isEmpty() ? "none." : "several."))));
        }
        joined.forEach((tenant, sent) -> {
            Map<String, String> ends = sent.roleEnds() == null ? Map.of() : sent.roleEnds();
            named(sent.roles(), "/tenants", said).forEach(role -> give(id, account.kind(), role, tenant, ends, said));
            settle(id, tenant, sent, account.kind(), said);
        });
        Map<String, String> ends = row.roleEnds();
        everywhere(row, account.kind(), said).forEach(role -> {
            if (!role.withinTenant()) {
                give(id, account.kind(), role, null, ends, said);
            } else if (joined.isEmpty()) {
                said.add(new Violation(
                        "/roles", "tenant", "`" + role.name() + "` counts within a tenant, and the row names none."));
            } else if (joined.values().stream().noneMatch(sent -> sent.roles() != null)) {
                joined.keySet().forEach(tenant -> give(id, account.kind(), role, tenant, ends, said));
            }
        });
        row.confirmed().forEach((name, text) -> confirm(id, FieldPath.parse(name), text, account, said));
    }

    private Map<TenantId, InTenant> join(AccountId id, Row row, NewAccount account, List<Violation> said) {
        Map<TenantId, InTenant> joined = new LinkedHashMap<>();
        for (InTenant sent : row.tenants()) {
            if (!model.tenants().present()) {
                said.add(new Violation("/tenants", "unknown", "The live model has no tenants."));
            } else if (model.tenants().membership() == Membership.ONE && !joined.isEmpty()) {
                said.add(new Violation("/tenants", "tenant", "An account belongs to one tenant only: to the first."));
            } else {
                tenants.of(sent, said).ifPresent(tenant -> joined.put(tenant, sent));
            }
        }
        joined.forEach((tenant, sent) ->
                memberships.add(new Joining(id, tenant, Intake.moment(sent.since(), account.created()))));
        return joined;
    }

    private void settle(AccountId id, TenantId tenant, InTenant sent, Kind kind, List<Violation> said) {
        if (sent.values() == null) {
            return;
        }
        try {
            settle(id, tenant, work.revision().admission().forTenant(tenant, kind, sent.values()), said);
        } catch (Problem refused) {
            refused.violations()
                    .forEach(violation -> said.add(
                            new Violation("/tenants" + violation.pointer(), violation.code(), violation.detail())));
        }
    }

    /** But for what another account has there, and no two can have. */
    private void settle(
            AccountId id, TenantId tenant, Map<FieldPath, ? extends @Nullable Object> values, List<Violation> said) {
        Map<FieldPath, @Nullable Object> free = new LinkedHashMap<>(values);
        free.entrySet().removeIf(entry -> {
            Field field = model.field(entry.getKey()).orElseThrow();
            Object value = entry.getValue();
            boolean taken = value != null && field.uniqueWithinTenant() && isTaken(field, tenant, value);
            if (taken) {
                said.add(new Violation(
                        field.path().pointer(),
                        "taken",
                        "Another account of the tenant has this `" + field.path() + "`."));
            }
            return taken;
        });
        settled.add(new Settled(id, tenant, free));
    }

    private boolean isTaken(Field field, TenantId tenant, Object value) {
        return !claimed.add(tenant + " " + field.path() + " " + NormalForm.of(field, value.toString()))
                || new Accounts(work).isTaken(field, tenant, value);
    }

    private Set<Role> everywhere(Row row, Kind kind, List<Violation> said) {
        return row.roles() == null
                ? model.defaultRoles(kind).stream()
                        .filter(role -> !role.withinTenant())
                        .collect(Collectors.toSet())
                : Set.copyOf(named(row.roles(), "/roles", said));
    }

    private List<Role> named(@Nullable List<String> names, String pointer, List<Violation> said) {
        List<Role> found = new ArrayList<>();
        for (String name : names == null ? List.<String>of() : names) {
            Optional<Role> role = model.roleCalled(name);
            if (role.isEmpty()) {
                said.add(new Violation(
                        pointer,
                        "unknown",
                        "The live model has no role `" + name + "`. "
                                + Nearest.advice(name, model.roles().keySet())));
            }
            role.ifPresent(found::add);
        }
        return found;
    }

    /** Asked everywhere, also for a tenant's roles: whoever adopts works from outside of tenants. */
    private void give(
            AccountId id,
            Kind kind,
            Role role,
            @Nullable TenantId tenant,
            Map<String, String> ends,
            List<Violation> said) {
        String written = ends.get(role.name());
        Optional<Instant> end = written == null ? Optional.empty() : AdoptedValues.moment(written);
        Optional<String> refusal = refusals.computeIfAbsent(role.name(), name -> rule.refusal(role, Scope.EVERYWHERE));
        if (role.withinTenant() == (tenant == null)) {
            said.add(new Violation("/tenants", "tenant", "`" + role.name() + "` counts everywhere, not in a tenant."));
        } else if (written != null && end.isEmpty()) {
            // For ever is not what was meant.
            said.add(new Violation("/roleEnds", "type", "`" + role.name() + "` ends at no moment that can be read."));
        } else if (refusal.isPresent() && !role.byDefault()) {
            said.add(new Violation(
                    tenant == null ? "/roles" : "/tenants",
                    "notWritable",
                    "You may not give `" + role.name() + "`. " + refusal.get()));
        } else {
            ForNew given = new ForNew(id, kind, role, tenant, end.orElse(null));
            Optional<String> excluded = holding.refusal(kind, given.held(), beside(id));
            excluded.ifPresentOrElse(
                    why -> said.add(new Violation(tenant == null ? "/roles" : "/tenants", "excluded", why)),
                    () -> roles.add(given));
        }
    }

    private List<Held> beside(AccountId id) {
        return holding.limits()
                ? roles.stream()
                        .filter(each -> each.account().equals(id))
                        .map(ForNew::held)
                        .toList()
                : List.of();
    }

    private void confirm(AccountId id, FieldPath path, String text, NewAccount account, List<Violation> said) {
        Field field = model.field(path).filter(Field::confirmed).orElse(null);
        if (field == null) {
            said.add(new Violation(
                    "/confirmed", "unknown", "The live model has no field `" + path + "` that is confirmed."));
        } else if (account.values().get(path) != null) {
            AdoptedValues.confirmed(text, account.created())
                    .ifPresent(moment -> confirmed.add(new Confirmed(id, path, moment)));
        }
    }

    /** Of all that were added since; their accounts are there by now. */
    void store() {
        new Memberships(work).joinAll(memberships);
        new GivenRoles(work).giveAll(roles, giver);
        new Proofs(work).confirmAll(confirmed);
        Accounts accounts = new Accounts(work);
        settled.forEach(each -> accounts.settle(each.id(), each.tenant(), each.values()));
        settled.clear();
        memberships.clear();
        roles.clear();
        confirmed.clear();
    }
}
