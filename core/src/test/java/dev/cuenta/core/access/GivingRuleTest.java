package dev.cuenta.core.access;

import static org.assertj.core.api.Assertions.assertThat;

import dev.cuenta.core.account.AccountRecord.GivenRole;
import dev.cuenta.core.account.Scope;
import dev.cuenta.core.account.TenantId;
import dev.cuenta.core.model.AccountModel;
import dev.cuenta.core.model.Field;
import dev.cuenta.core.model.Models;
import dev.cuenta.core.model.Role;
import dev.cuenta.core.permission.CuentaPermission;
import dev.cuenta.core.permission.Permission;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Random;
import java.util.Set;
import java.util.TreeSet;
import java.util.UUID;
import org.jspecify.annotations.Nullable;
import org.junit.jupiter.api.RepeatedTest;
import org.junit.jupiter.api.RepetitionInfo;
import org.junit.jupiter.api.Test;

/** Nobody gives what they do not have, whatever the roles of a model are and in whatever order they are given. */
class GivingRuleTest {
    private static final TenantId NORTH = new TenantId(new UUID(1, 1));
    private static final TenantId SOUTH = new TenantId(new UUID(2, 2));
    private static final List<Scope> SCOPES = List.of(Scope.EVERYWHERE, Scope.within(NORTH), Scope.within(SOUTH));

    private static final AccountModel MAREA = model("""
              boater:        { number: 1, default: true }
              harbourMaster: { number: 2, within: tenant, may: [accounts.read, roles.give], gives: [harbourMaster, crew] }
              crew:          { number: 3, within: tenant, may: [accounts.read] }
              clerk:         { number: 4, may: [accounts.read, roles.give] }
              medic:         { number: 5, within: tenant }
              owner2:        { number: 6, within: tenant, may: ['*'] }
              administrator: { number: 9, may: ['*'] }
            """);

    private static AccountModel model(String roles) {
        return Models.of("""
                cuenta: 1
                name: marea
                displayName: '{name}'
                access: { read: [owner, administrator], write: [owner, administrator] }
                tenants: { membership: many }
                fields:
                  email: { type: email, required: true, uniqueness: server, signIn: true, write: [guest, owner, administrator] }
                  name: { type: string, maxLength: 40, write: [guest, owner, administrator] }
                  allergies: { type: string, maxLength: 40, read: [owner, medic] }
                roles:
                """ + (roles.contains("medic:") ? roles : roles + "  medic: { number: 50 }\n"));
    }

    @Test
    void an_administrator_gives_everything_everywhere() {
        for (Role role : MAREA.roles().values()) {
            for (Scope scope : SCOPES) {
                assertThat(gives(List.of(given("administrator", null)), role.name(), scope))
                        .as(role.name())
                        .isTrue();
            }
        }
    }

    @Test
    void a_role_of_one_tenant_gives_nothing_in_another_and_nothing_everywhere() {
        List<GivenRole> master = List.of(given("harbourMaster", NORTH));

        assertThat(gives(master, "crew", Scope.within(NORTH))).isTrue();
        assertThat(gives(master, "harbourMaster", Scope.within(NORTH))).isTrue();
        assertThat(gives(master, "crew", Scope.within(SOUTH))).isFalse();
        assertThat(gives(master, "administrator", Scope.EVERYWHERE)).isFalse();
        assertThat(gives(List.of(given("owner2", NORTH)), "administrator", Scope.EVERYWHERE))
                .isFalse();
    }

    @Test
    void what_a_role_gives_can_be_narrowed() {
        List<GivenRole> both = List.of(given("harbourMaster", NORTH), given("medic", NORTH));

        assertThat(gives(both, "medic", Scope.within(NORTH))).isFalse();
        assertThat(refusal(both, "medic", Scope.within(NORTH)))
                .isEqualTo("Your roles give only `crew`, `harbourMaster`.");
    }

    @Test
    void a_role_that_reads_a_field_is_given_by_nobody_who_does_not_read_it() {
        List<GivenRole> clerk = List.of(given("clerk", null));

        assertThat(gives(clerk, "crew", Scope.within(NORTH))).isTrue();
        assertThat(gives(clerk, "medic", Scope.within(NORTH))).isFalse();
        assertThat(refusal(clerk, "medic", Scope.within(NORTH)))
                .isEqualTo("`medic` has permissions that you do not have, so you cannot assign it.");
    }

    @Test
    void everything_within_a_tenant_is_what_can_be_limited_to_one() {
        Entitlements owner = Entitlements.of(MAREA, List.of(given("owner2", NORTH)));

        for (CuentaPermission permission : CuentaPermission.values()) {
            assertThat(owner.may(permission, Scope.within(NORTH)))
                    .as(permission.word())
                    .isEqualTo(permission.withinTenant());
            assertThat(owner.may(permission, Scope.EVERYWHERE)).isFalse();
        }
        assertThat(owner.may(Permission.of("berths.assign"), Scope.within(NORTH)))
                .isTrue();
    }

    /** Four people, random roles, and whoever may gives whatever they may: no permission appears where nobody had it. */
    @RepeatedTest(60)
    void no_sequence_of_giving_and_taking_makes_anybody_hold_what_nobody_with_that_reach_had(
            RepetitionInfo repetition) {
        Random random = new Random(repetition.getCurrentRepetition());
        AccountModel model = model(roles(random));
        List<Role> roles = List.copyOf(model.roles().values());
        Map<Integer, List<GivenRole>> people = new HashMap<>();
        for (int person = 0; person < 4; person++) {
            List<GivenRole> first = new ArrayList<>();
            for (int i = 0; i < random.nextInt(3); i++) {
                Role role = roles.get(random.nextInt(roles.size()));
                if (!role.administers()) {
                    first.add(given(role.name(), role.withinTenant() ? (random.nextBoolean() ? NORTH : SOUTH) : null));
                }
            }
            people.put(person, first);
        }
        Set<String> before = held(model, people);

        for (int step = 0; step < 200; step++) {
            List<GivenRole> giver = people.get(random.nextInt(4));
            List<GivenRole> taker = people.get(random.nextInt(4));
            Role role = roles.get(random.nextInt(roles.size()));
            Scope where = role.withinTenant() ? SCOPES.get(1 + random.nextInt(2)) : Scope.EVERYWHERE;
            boolean may = new GivingRule(Entitlements.of(model, giver))
                    .refusal(role, where)
                    .isEmpty();
            GivenRole change = given(role.name(), where.tenant().orElse(null));
            if (may && !taker.remove(change)) {
                taker.add(change);
            }
        }

        assertThat(before).containsAll(held(model, people));
    }

    /** Over all roles, permissions and places: through somebody's hands nobody does more than either of them may. */
    @Test
    void whoever_is_limited_does_no_more_than_before_and_than_the_limit() {
        for (Role held : MAREA.roles().values()) {
            for (Scope where : SCOPES) {
                Entitlements alone = Entitlements.of(
                        MAREA, List.of(given(held.name(), where.tenant().orElse(null))));
                for (CuentaPermission permitted : CuentaPermission.values()) {
                    Entitlements both = alone.limitedTo(permitted::equals);
                    for (CuentaPermission asked : CuentaPermission.values()) {
                        assertThat(both.may(asked, where)).isEqualTo(asked == permitted && alone.may(asked, where));
                    }
                    for (Role role : MAREA.roles().values()) {
                        assertThat(!both.cover(role, where) || alone.cover(role, where))
                                .isTrue();
                        assertThat(new GivingRule(both).refusal(role, where).isPresent()
                                        || new GivingRule(alone)
                                                .refusal(role, where)
                                                .isEmpty())
                                .isTrue();
                        if (permitted != CuentaPermission.ROLES_GIVE) {
                            assertThat(new GivingRule(both).refusal(role, where))
                                    .isPresent();
                        }
                    }
                }
            }
        }
    }

    /** Every permission and field, with who could use it where, as one text each. What everybody gets is left out. */
    private static Set<String> held(AccountModel model, Map<Integer, List<GivenRole>> people) {
        Set<String> held = new TreeSet<>();
        for (List<GivenRole> given : people.values()) {
            Entitlements entitlements = Entitlements.of(model, given);
            for (Scope scope : SCOPES) {
                for (CuentaPermission permission : CuentaPermission.values()) {
                    if (entitlements.may(permission, scope)) {
                        held.add(permission + " " + scope);
                    }
                }
                for (Field field : model.fields().values()) {
                    if (entitlements.roles(scope).stream()
                            .anyMatch(role ->
                                    role.may().everything() || field.read().contains(role.party()))) {
                        held.add(field.path() + " " + scope);
                    }
                }
            }
        }
        return held;
    }

    private static String roles(Random random) {
        StringBuilder roles = new StringBuilder();
        List<CuentaPermission> all = List.of(CuentaPermission.values());
        for (int number = 1; number <= 6; number++) {
            boolean within = random.nextBoolean();
            Set<String> may = new TreeSet<>();
            for (int i = 0; i < random.nextInt(5); i++) {
                CuentaPermission permission = all.get(random.nextInt(all.size()));
                if (!within || permission.withinTenant()) {
                    may.add(permission.word());
                }
            }
            if (random.nextBoolean()) {
                may.add("roles.give");
            }
            if (random.nextInt(8) == 0 && within) {
                may = Set.of("'*'");
            }
            roles.append("  ")
                    .append(number == 6 ? "medic" : "role" + number)
                    .append(": { number: ")
                    .append(number)
                    .append(within ? ", within: tenant" : "")
                    .append(", may: [")
                    .append(String.join(", ", may))
                    .append("] }\n");
        }
        return roles + "  administrator: { number: 9, may: ['*'] }\n";
    }

    private static boolean gives(List<GivenRole> giver, String role, Scope where) {
        return refusal(giver, role, where) == null;
    }

    private static @Nullable String refusal(List<GivenRole> giver, String role, Scope where) {
        return new GivingRule(Entitlements.of(MAREA, giver))
                .refusal(MAREA.roles().get(role), where)
                .orElse(null);
    }

    private static GivenRole given(String role, @Nullable TenantId tenant) {
        return new GivenRole(role, tenant);
    }
}
