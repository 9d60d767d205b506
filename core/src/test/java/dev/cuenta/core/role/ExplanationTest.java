package dev.cuenta.core.role;

import static org.assertj.core.api.Assertions.assertThat;

import dev.cuenta.core.access.Entitlements;
import dev.cuenta.core.account.AccountId;
import dev.cuenta.core.account.AccountRecord.GivenRole;
import dev.cuenta.core.account.AccountRecord.Membership;
import dev.cuenta.core.account.Scope;
import dev.cuenta.core.account.TenantId;
import dev.cuenta.core.model.AccountModel;
import dev.cuenta.core.model.Models;
import dev.cuenta.core.permission.Permission;
import dev.cuenta.core.role.RoleGrant.State;
import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Random;
import java.util.Set;
import java.util.UUID;
import java.util.stream.Collectors;
import org.jspecify.annotations.Nullable;
import org.junit.jupiter.api.RepeatedTest;
import org.junit.jupiter.api.RepetitionInfo;
import org.junit.jupiter.api.Test;

/** Why somebody may do something agrees with whether they may. */
class ExplanationTest {
    private static final TenantId NORTH = new TenantId(new UUID(1, 1));
    private static final TenantId SOUTH = new TenantId(new UUID(2, 2));
    private static final Instant NOW = Instant.parse("2026-11-29T12:00:00Z");

    private static final AccountModel MAREA = Models.of("""
            cuenta: 1
            name: marea
            access: { read: [owner, administrator], write: [owner, administrator] }
            tenants: { membership: many }
            fields:
              email: { type: email, required: true, uniqueness: server, signIn: true, write: [guest, owner, administrator] }
            roles:
              boater:        { number: 1, default: true }
              harbourMaster: { number: 2, within: tenant, may: [accounts.read, berths.assign] }
              clerk:         { number: 3, may: [accounts.read] }
              keeper:        { number: 4, may: [jobs.read], secondFactor: true }
              lessee:        { number: 5, within: tenant, may: ['*'] }
              administrator: { number: 9, may: ['*'] }
            services:
              berths: { reads: [email], asks: [berths.assign] }
            """);

    private static RoleGrant grant(String role, @Nullable TenantId tenant, State state) {
        Instant starts = state == State.UPCOMING ? NOW.plusSeconds(60) : null;
        Instant ends = state == State.ENDED ? NOW.minusSeconds(60) : null;
        return new RoleGrant(
                new AccountId("7"),
                new GivenRole(role, tenant, ends),
                tenant == null ? null : tenant.equals(NORTH) ? "North" : "South",
                NOW,
                "8",
                null,
                new GrantTerms(null, starts, ends),
                state);
    }

    private static Membership member(TenantId tenant, boolean secondFactor) {
        return new Membership(tenant, tenant.equals(NORTH) ? "North" : "South", NOW, secondFactor, Map.of());
    }

    private static Explanation explain(
            List<RoleGrant> grants, List<Membership> memberships, String permission, @Nullable TenantId tenant) {
        Set<TenantId> demanding = memberships.stream()
                .filter(Membership::secondFactor)
                .map(Membership::id)
                .collect(Collectors.toSet());
        return Explanation.of(MAREA, grants, demanding, Permission.of(permission), tenant);
    }

    @Test
    void it_names_the_grant_through_which_something_is_allowed() {
        RoleGrant master = grant("harbourMaster", NORTH, State.IN_EFFECT);
        Explanation there = explain(
                List.of(grant("boater", null, State.IN_EFFECT), master),
                List.of(member(NORTH, false)),
                "berths.assign",
                NORTH);
        assertThat(there.because()).containsExactly(master);
        assertThat(there.missing()).isEmpty();
    }

    @Test
    void it_says_what_is_missing() {
        List<Membership> both = List.of(member(NORTH, true), member(SOUTH, false));
        assertThat(explain(List.of(grant("harbourMaster", SOUTH, State.IN_EFFECT)), both, "berths.assign", NORTH)
                        .missing())
                .containsExactly(
                        "`harbourMaster`, given in South, counts only there.",
                        "Roles with `berths.assign`: `administrator`, `harbourMaster`, `lessee`.");
        assertThat(explain(List.of(grant("clerk", null, State.ENDED)), both, "accounts.read", null)
                        .missing())
                .first()
                .isEqualTo("`clerk`, given everywhere, ended 2026-11-29T11:59:00Z.");
        assertThat(explain(List.of(grant("clerk", null, State.UPCOMING)), both, "accounts.read", null)
                        .missing())
                .first()
                .isEqualTo("`clerk`, given everywhere, starts 2026-11-29T12:01:00Z.");
        assertThat(explain(List.of(grant("harbourMaster", NORTH, State.IN_EFFECT)), both, "berths.assign", NORTH)
                        .missing())
                .first()
                .asString()
                .contains("counts only in a session that was opened with a second factor");
        assertThat(explain(List.of(grant("lessee", SOUTH, State.IN_EFFECT)), both, "tenants.read", SOUTH)
                        .missing())
                .first()
                .asString()
                .contains("`tenants.read` reaches further");
        assertThat(explain(List.of(), both, "accounts.read", null).missing())
                .containsExactly(
                        "None of their roles includes `accounts.read`. Roles with `accounts.read`: `administrator`, `clerk`, `harbourMaster`, `lessee`.");
    }

    @RepeatedTest(200)
    void it_allows_what_the_roles_that_count_allow(RepetitionInfo repetition) {
        Random random = new Random(repetition.getCurrentRepetition());
        List<Membership> memberships = List.of(member(NORTH, random.nextBoolean()), member(SOUTH, false));
        List<RoleGrant> grants = new ArrayList<>();
        for (int i = random.nextInt(5); i > 0; i--) {
            List<String> names = List.copyOf(MAREA.roles().keySet());
            String role = names.get(random.nextInt(names.size()));
            boolean within = MAREA.roles().get(role).withinTenant();
            State state = State.values()[random.nextInt(3)];
            grants.add(grant(role, within ? (random.nextBoolean() ? NORTH : SOUTH) : null, state));
        }
        String word = List.of("accounts.read", "berths.assign", "tenants.read", "jobs.read", "model.publish")
                .get(random.nextInt(5));
        TenantId tenant = List.of(NORTH, SOUTH).get(random.nextInt(2));
        List<GivenRole> counting = grants.stream()
                .filter(grant -> grant.state() == State.IN_EFFECT)
                .map(RoleGrant::role)
                .filter(given -> !MAREA.roles().get(given.role()).secondFactor())
                .filter(given -> given.tenant() == null
                        || memberships.stream().noneMatch(it -> it.id().equals(given.tenant()) && it.secondFactor()))
                .toList();

        Explanation explanation = explain(grants, memberships, word, tenant);
        assertThat(explanation.allowed())
                .isEqualTo(Entitlements.of(MAREA, counting).may(Permission.of(word), Scope.within(tenant)));
        assertThat(explanation.missing().isEmpty()).isEqualTo(explanation.allowed());
    }
}
