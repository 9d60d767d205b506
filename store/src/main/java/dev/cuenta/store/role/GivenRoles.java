package dev.cuenta.store.role;

import dev.cuenta.core.account.AccountId;
import dev.cuenta.core.account.TenantId;
import dev.cuenta.core.model.Kind;
import dev.cuenta.core.model.Role;
import dev.cuenta.core.problem.Problem;
import dev.cuenta.core.problem.ProblemKind;
import dev.cuenta.core.role.GrantTerms;
import dev.cuenta.core.role.HoldingRule;
import dev.cuenta.core.role.HoldingRule.Held;
import dev.cuenta.core.role.RoleGrant;
import dev.cuenta.core.role.RoleGrant.State;
import dev.cuenta.store.account.Controlled;
import dev.cuenta.store.account.ControlledWithin;
import dev.cuenta.store.live.Work;
import java.time.Instant;
import java.time.OffsetDateTime;
import java.time.ZoneOffset;
import java.util.ArrayList;
import java.util.Collection;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.function.Function;
import org.jspecify.annotations.Nullable;

/** Giving, approving and taking roles. */
public final class GivenRoles {
    private final Work work;

    public GivenRoles(Work work) {
        this.work = work;
    }

    /**
     * Gives a role that counts everywhere; one that the account has already, under these terms from now on.
     *
     * @throws Problem where the account may not have it, by its kind or beside what it has; where it was approved, and new terms would
     *     take its effect away until they are
     */
    public void give(Controlled account, Role role, GrantTerms terms, Giver by) {
        give(account.id(), everywhere(role), null, terms, by);
    }

    /** As {@link #give(Controlled, Role, GrantTerms, Giver)}, a role that counts within the tenant. */
    public void give(ControlledWithin account, Role role, GrantTerms terms, Giver by) {
        give(account.id(), within(role), account.tenant(), terms, by);
    }

    private void give(AccountId account, Role role, @Nullable TenantId tenant, GrantTerms terms, Giver by) {
        requireHolding(account, new Held(role, tenant, terms));
        boolean waiting = role.approval() && !by.alone();
        int given = work.sql()
                .sql("""
                insert into cuenta.role_given as g
                    (account_id, role, tenant_id, given_by, reason, starts_at, ends_at, waiting, asked_by)
                values (?, ?, ?, ?, ?, ?, ?, ?, ?)
                on conflict (account_id, role, tenant_id) do update set given_at = now(), given_by = excluded.given_by,
                    reason = excluded.reason, starts_at = excluded.starts_at, ends_at = excluded.ends_at,
                    waiting = excluded.waiting, asked_by = excluded.asked_by, approved_by = null
                where not excluded.waiting or g.waiting or g.ends_at <= now()""")
                .param(work.keys().of(account))
                .param(role.number())
                .param(tenant == null ? null : tenant.value())
                .param(by.author())
                .param(terms.reason())
                .param(moment(terms.starts()))
                .param(moment(terms.ends()))
                .param(waiting)
                .param(key(by))
                .update();
        if (given == 0) {
            throw Problem.of(
                    ProblemKind.CONFLICT,
                    "The account has `" + role.name() + "` already, and other terms would wait for approval again."
                            + " Take the role first, then give it anew.");
        }
    }

    /**
     * Gives somebody who has come to a tenant what counts in it, at once and for good; what they may not have, by their kind or beside
     * what they have, they do not get.
     *
     * @return those that were given, or wait
     */
    public List<Role> giveJoining(ControlledWithin account, Collection<Role> roles, Giver by) {
        List<Role> given = new ArrayList<>();
        for (Role role : roles) {
            Held held = new Held(within(role), account.tenant(), GrantTerms.PLAIN);
            if (refusal(account.id(), held).isEmpty()) {
                give(account, role, GrantTerms.PLAIN, by);
                given.add(role);
            }
        }
        return given;
    }

    /** Gives what every member of a tenant gets in it. */
    public List<Role> giveDefaults(ControlledWithin account, Kind kind) {
        List<Role> roles = work.revision().model().defaultRoles(kind).stream()
                .filter(Role::withinTenant)
                .toList();
        return giveJoining(account, roles, Giver.CUENTA);
    }

    private void requireHolding(AccountId account, Held given) {
        require(refusal(account, given));
    }

    private Optional<String> refusal(AccountId account, Held given) {
        HoldingRule rule = new HoldingRule(work.revision().model());
        if (rule.limits()) {
            String kind = work.sql()
                    .sql("select kind from accounts.account where id = ?")
                    .param(work.keys().of(account))
                    .query(String.class)
                    .single();
            // What it has in other tenants counts beside what counts everywhere.
            List<Held> beside = work.everywhere(() -> new RoleGrants(work).of(account)).stream()
                    .filter(grant -> grant.state() != State.ENDED)
                    .map(this::held)
                    .toList();
            return rule.refusal(work.revision().model().kindNamed(kind), given, beside);
        }
        return Optional.empty();
    }

    private Held held(RoleGrant grant) {
        Role role = Objects.requireNonNull(
                work.revision().model().roles().get(grant.role().role()));
        return new Held(role, grant.role().tenant(), grant.terms());
    }

    private static void require(Optional<String> refusal) {
        refusal.ifPresent(why -> {
            throw Problem.invalid("/role", "excluded", why);
        });
    }

    /**
     * Lets a role count that waits.
     *
     * @return false where none waits, or whoever approves asked for it, or would get it
     */
    public boolean approve(Controlled account, Role role, Giver by) {
        return approve(account.id(), everywhere(role), null, by);
    }

    /** As {@link #approve(Controlled, Role, Giver)}, within the tenant. */
    public boolean approve(ControlledWithin account, Role role, Giver by) {
        return approve(account.id(), within(role), account.tenant(), by);
    }

    private boolean approve(AccountId account, Role role, @Nullable TenantId tenant, Giver by) {
        String key = work.keys().of(account).toString();
        String person = key(by);
        return !key.equals(person)
                && work.sql()
                                .sql("""
                update cuenta.role_given set waiting = false, approved_by = ?
                where account_id = ? and role = ? and tenant_id is not distinct from ?::uuid
                    and waiting and (?::text is null or asked_by is distinct from ?)""")
                                .param(by.author())
                                .param(work.keys().of(account))
                                .param(role.number())
                                .param(tenant == null ? null : tenant.value())
                                .param(person)
                                .param(person)
                                .update()
                        > 0;
    }

    /** Of the person; ids may be written in several ways, and may become others. Null where none is signed in. Whoever is gone keeps the id that they had. */
    private @Nullable String key(Giver by) {
        return Optional.ofNullable(by.person())
                .map(person -> work.keys().find(person).map(Object::toString).orElse(person.text()))
                .orElse(null);
    }

    private static @Nullable OffsetDateTime moment(@Nullable Instant instant) {
        return instant == null ? null : instant.atOffset(ZoneOffset.UTC);
    }

    private static Role everywhere(Role role) {
        if (role.withinTenant()) {
            throw new IllegalArgumentException("The role " + role.name() + " counts within a tenant");
        }
        return role;
    }

    private static Role within(Role role) {
        if (!role.withinTenant()) {
            throw new IllegalArgumentException("The role " + role.name() + " counts everywhere");
        }
        return role;
    }

    /**
     * A role for an account that has just been made.
     *
     * @param kind the account's
     * @param tenant null for one that counts everywhere
     * @param ends null for never
     */
    public record ForNew(
            AccountId account,
            Kind kind,
            Role role,
            @Nullable TenantId tenant,
            @Nullable Instant ends) {
        /** One that does not end by itself. */
        public ForNew(AccountId account, Kind kind, Role role, @Nullable TenantId tenant) {
            this(account, kind, role, tenant, null);
        }

        public Held held() {
            return new Held(role, tenant, new GrantTerms(null, null, ends));
        }

        public ForNew {
            if (role.withinTenant() == (tenant == null)) {
                throw new IllegalArgumentException("The role " + role.name() + " does not count there");
            }
        }
    }

    /**
     * Gives each of them.
     *
     * @throws Problem where an account may not have one, by its kind or beside the others
     */
    public void giveAll(List<ForNew> given, Giver by) {
        if (given.isEmpty()) {
            return;
        }
        requireHolding(given);
        work.sql()
                .sql("""
                insert into cuenta.role_given (account_id, role, tenant_id, ends_at, waiting, given_by, asked_by)
                select cast(v.id as %s), v.role, v.tenant, v.ends, v.waiting,
                    case when v.waiting then ? end, case when v.waiting then ? end
                from unnest(?::text[], ?::int[], ?::uuid[], ?::timestamptz[], ?::boolean[]) v (id, role, tenant, ends, waiting)
                on conflict do nothing""".formatted(work.revision().shape().keyType().sql()))
                .param(by.author())
                .param(key(by))
                .param(work.keys().of(given.stream().map(ForNew::account).toList()))
                .param(given.stream().map(each -> each.role().number()).toArray(Integer[]::new))
                .param(each(given, ForNew::tenant))
                .param(each(given, ForNew::ends))
                .param(given.stream()
                        .map(each -> each.role().approval() && !by.alone())
                        .toArray(Boolean[]::new))
                .update();
    }

    private static String[] each(List<ForNew> given, Function<ForNew, @Nullable Object> what) {
        return given.stream()
                .map(what)
                .map(value -> value == null ? null : value.toString())
                .toArray(String[]::new);
    }

    private void requireHolding(List<ForNew> given) {
        HoldingRule rule = new HoldingRule(work.revision().model());
        if (rule.limits()) {
            Map<AccountId, List<Held>> beside = new HashMap<>();
            for (ForNew each : given) {
                List<Held> others = beside.computeIfAbsent(each.account(), none -> new ArrayList<>());
                require(rule.refusal(each.kind(), each.held(), others));
                others.add(each.held());
            }
        }
    }

    /** Whether the account had been given it, now or for later. */
    public boolean take(Controlled account, Role role) {
        return take(account.id(), everywhere(role), null);
    }

    /** As {@link #take(Controlled, Role)}, within the tenant. */
    public boolean take(ControlledWithin account, Role role) {
        return take(account.id(), within(role), account.tenant());
    }

    private boolean take(AccountId account, Role role, @Nullable TenantId tenant) {
        return work.sql()
                        .sql(
                                "delete from cuenta.role_given where account_id = ? and role = ? and tenant_id is not distinct from ?::uuid")
                        .param(work.keys().of(account))
                        .param(role.number())
                        .param(tenant == null ? null : tenant.value())
                        .update()
                > 0;
    }
}
