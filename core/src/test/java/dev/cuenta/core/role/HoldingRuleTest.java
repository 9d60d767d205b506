package dev.cuenta.core.role;

import static org.assertj.core.api.Assertions.assertThat;

import dev.cuenta.core.account.TenantId;
import dev.cuenta.core.model.AccountModel;
import dev.cuenta.core.model.Kind;
import dev.cuenta.core.model.Models;
import dev.cuenta.core.model.Role;
import dev.cuenta.core.role.HoldingRule.Held;
import java.time.Instant;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Objects;
import java.util.Random;
import java.util.UUID;
import org.jspecify.annotations.Nullable;
import org.junit.jupiter.api.RepeatedTest;
import org.junit.jupiter.api.RepetitionInfo;
import org.junit.jupiter.api.Test;

class HoldingRuleTest {
    private static final TenantId NORTH = new TenantId(new UUID(1, 1));
    private static final TenantId SOUTH = new TenantId(new UUID(2, 2));
    private static final List<@Nullable TenantId> PLACES = Arrays.asList(null, NORTH, SOUTH);
    private static final Instant DAWN = Instant.parse("2026-11-29T06:00:00Z");

    private static final AccountModel MAREA = Models.of("""
            cuenta: 1
            name: marea
            access: { read: [owner, administrator], write: [owner, administrator] }
            tenants: { membership: many }
            kinds: { boater: { default: true }, staff: {} }
            fields:
              email: { type: email, required: true, uniqueness: server, signIn: true, write: [guest, owner, administrator] }
            roles:
              boater:        { number: 1, default: true }
              treasurer:     { number: 2, within: tenant, may: [accounts.read], kinds: [staff] }
              auditor:       { number: 3, may: [activity.read], excludes: [treasurer] }
              administrator: { number: 9, may: ['*'], excludes: [auditor] }
            """);
    private static final HoldingRule RULE = new HoldingRule(MAREA);

    private static Role role(String name) {
        return Objects.requireNonNull(MAREA.roles().get(name));
    }

    private static Kind kind(String name) {
        return Objects.requireNonNull(MAREA.kinds().get(name));
    }

    private static Held held(String role, @Nullable TenantId tenant, @Nullable Integer from, @Nullable Integer until) {
        return new Held(role(role), tenant, new GrantTerms(null, hour(from), hour(until)));
    }

    private static @Nullable Instant hour(@Nullable Integer hour) {
        return hour == null ? null : DAWN.plusSeconds(3600L * hour);
    }

    @Test
    void a_role_of_one_kind_is_given_to_no_other() {
        assertThat(RULE.refusal(kind("boater"), held("treasurer", NORTH, null, null), List.of()))
                .contains("`treasurer` is for accounts of the kind `staff`, and this one is a `boater`.");
        assertThat(RULE.refusal(kind("staff"), held("treasurer", NORTH, null, null), List.of()))
                .isEmpty();
    }

    @Test
    void it_is_enough_that_one_of_two_excludes_the_other() {
        assertThat(RULE.refusal(
                        kind("staff"),
                        held("treasurer", NORTH, null, null),
                        List.of(held("auditor", null, null, null))))
                .contains("Nobody has `treasurer` and `auditor` at the same time, and the account has `auditor`.");
        assertThat(RULE.refusal(
                        kind("staff"),
                        held("auditor", null, null, null),
                        List.of(held("administrator", null, null, null))))
                .isPresent();
    }

    @Test
    void one_that_begins_when_the_other_ends_is_given() {
        assertThat(RULE.refusal(
                        kind("staff"), held("treasurer", NORTH, 3, null), List.of(held("auditor", null, null, 3))))
                .isEmpty();
    }

    @Test
    void a_model_that_limits_nothing_needs_not_be_asked() {
        assertThat(RULE.limits()).isTrue();
        assertThat(new HoldingRule(Models.of("""
                        cuenta: 1
                        name: marea
                        fields: { email: { type: email, uniqueness: server, signIn: true, required: true, write: [guest] } }
                        roles: { administrator: { number: 9, may: ['*'] } }
                        """)).limits()).isFalse();
    }

    /** Whatever is given in whatever order: at no moment, in no place, do two count of which one excludes the other. */
    @RepeatedTest(50)
    void nobody_ever_has_what_excludes_each_other(RepetitionInfo repetition) {
        Random random = new Random(repetition.getCurrentRepetition());
        List<Held> has = new ArrayList<>();
        int refused = 0;
        for (int i = 0; i < 40; i++) {
            Role role = new ArrayList<>(MAREA.roles().values()).get(random.nextInt(4));
            Integer from = random.nextBoolean() ? null : random.nextInt(10);
            Integer until = random.nextBoolean() ? null : (from == null ? 0 : from) + 1 + random.nextInt(5);
            Held next = held(role.name(), role.withinTenant() ? PLACES.get(1 + random.nextInt(2)) : null, from, until);
            if (RULE.refusal(kind("staff"), next, has).isEmpty()) {
                has.add(next);
            } else {
                refused++;
            }
        }
        for (int minute = -60; minute < 20 * 60; minute += 30) {
            Instant moment = DAWN.plusSeconds(60L * minute);
            for (TenantId place : PLACES) {
                List<Role> count = has.stream()
                        .filter(held -> held.tenant() == null || held.tenant().equals(place))
                        .filter(held -> counts(held.terms(), moment))
                        .map(Held::role)
                        .toList();
                assertThat(count).allSatisfy(one -> assertThat(count).noneMatch(one::excludes));
            }
        }
        assertThat(refused).isPositive();
    }

    private static boolean counts(GrantTerms terms, Instant moment) {
        return (terms.starts() == null || !terms.starts().isAfter(moment))
                && (terms.ends() == null || terms.ends().isAfter(moment));
    }
}
