package dev.cuenta.store.role;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.catchThrowable;

import dev.cuenta.core.account.AccountId;
import dev.cuenta.core.account.AccountRecord;
import dev.cuenta.core.account.AccountRecord.GivenRole;
import dev.cuenta.core.account.Attribute;
import dev.cuenta.core.account.Attributes;
import dev.cuenta.core.account.Condition;
import dev.cuenta.core.account.Needs;
import dev.cuenta.core.model.FieldPath;
import dev.cuenta.core.model.Role;
import dev.cuenta.core.problem.Problem;
import dev.cuenta.core.problem.ProblemKind;
import dev.cuenta.core.role.GrantTerms;
import dev.cuenta.core.role.RoleGrant;
import dev.cuenta.core.type.Comparison;
import dev.cuenta.store.account.Accounts;
import dev.cuenta.store.account.ChangeGuard;
import dev.cuenta.store.account.Changeable;
import dev.cuenta.store.account.Controlled;
import dev.cuenta.store.account.NewAccount;
import dev.cuenta.store.database.DatabaseTest;
import dev.cuenta.store.live.Work;
import dev.cuenta.store.session.Sessions;
import java.nio.charset.StandardCharsets;
import java.time.Duration;
import java.time.Instant;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Random;
import java.util.Set;
import org.jspecify.annotations.Nullable;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;

/** A role counts from its start until its end, for whatever asks, by the database's clock; on real PostgreSQL. */
class RoleTimesTest extends DatabaseTest {
    private static final String MODEL = """
            cuenta: 1
            name: marea
            access: { read: [owner, administrator], write: [owner, administrator] }
            fields:
              email: { type: email, required: true, uniqueness: server, signIn: true }
            roles:
              clerk:         { number: 3, may: [accounts.read] }
              administrator: { number: 9, may: ['*'] }
            """;
    private static final Instant NOW = Instant.now();

    @BeforeEach
    void model() {
        publish(MODEL);
    }

    @Test
    void whatever_asks_for_roles_finds_those_that_count_now() {
        Random random = new Random(7480);
        Map<AccountId, Boolean> counts = new LinkedHashMap<>();
        for (int i = 0; i < 60; i++) {
            AccountId account = account("clerk" + i);
            Instant starts = random.nextInt(3) == 0 ? null : around(random);
            Instant ends = random.nextInt(3) == 0 ? null : around(random);
            if (starts != null && ends != null && !ends.isAfter(starts)) {
                ends = starts.plus(Duration.ofDays(2));
            }
            give(account, "clerk", new GrantTerms("for a while", starts, ends));
            counts.put(account, (starts == null || starts.isBefore(NOW)) && (ends == null || ends.isAfter(NOW)));
        }
        assertThat(counts.values()).contains(true, false);
        Set<AccountId> clerks = write(work -> Set.copyOf(new Accounts(work)
                .first(clerk(work), attribute("meta.created", work), 100).stream()
                        .map(AccountRecord::id)
                        .toList()));
        counts.forEach((account, now) -> {
            List<String> roles = now ? List.of("clerk") : List.of();
            AccountRecord whole = write(work -> new Accounts(work).find(account).orElseThrow());
            assertThat(whole.roles()).extracting(GivenRole::role).isEqualTo(roles);
            assertThat(write(work -> new Accounts(work)
                                    .find(account, new Needs(Set.of(), true, false, false))
                                    .orElseThrow())
                            .roles())
                    .isEqualTo(whole.roles());
            assertThat(clerks.contains(account)).isEqualTo(now);
            assertThat(session(account)).extracting(GivenRole::role).isEqualTo(roles);
            RoleGrant grant = write(work -> new RoleGrants(work).of(account)).get(0);
            assertThat(grant.state() == RoleGrant.State.IN_EFFECT).isEqualTo(now);
            assertThat(grant.terms().reason()).isEqualTo("for a while");
        });
        long counted = write(work -> new Accounts(work).count(clerk(work)));
        assertThat(counted).isEqualTo(clerks.size());
    }

    @Test
    void whoever_will_have_a_role_is_taken_hold_of_only_by_somebody_who_is_a_match_for_it() {
        AccountId signe = account("signe");
        give(signe, "administrator", new GrantTerms(null, NOW.plus(Duration.ofDays(1)), null));
        write(work -> {
            Changeable changeable = new Accounts(work)
                    .findForChange(
                            signe,
                            whole -> whole.roles().isEmpty()
                                    ? Optional.empty()
                                    : Optional.of(Problem.of(ProblemKind.FORBIDDEN, "not yours")))
                    .orElseThrow();
            assertThat(changeable.record().roles()).isEmpty();
            assertThat(catchThrowable(changeable::controlled)).hasMessageContaining("not yours");
            return signe;
        });
        AccountId taken = write(work -> new Accounts(work)
                .findForChange(signe, ChangeGuard.CUENTA)
                .orElseThrow()
                .controlled()
                .id());
        assertThat(taken).isEqualTo(signe);
    }

    @Test
    void only_who_administers_for_good_keeps_others_from_being_the_last() {
        AccountId olga = account("olga");
        password(olga);
        give(olga, "administrator", GrantTerms.PLAIN);
        AccountId signe = account("signe");
        password(signe);
        give(signe, "administrator", new GrantTerms(null, null, NOW.plus(Duration.ofDays(30))));
        assertThat(othersThan(olga)).isZero();

        give(signe, "administrator", GrantTerms.PLAIN);
        assertThat(othersThan(olga)).isEqualTo(1);
    }

    @Test
    void holders_are_paged_by_where_the_page_before_ended() {
        for (int i = 0; i < 7; i++) {
            give(account("clerk" + i), "clerk", GrantTerms.PLAIN);
        }
        List<RoleGrant> all = holders(null, 100);
        assertThat(all).hasSize(7);
        List<RoleGrant> first = holders(null, 3);
        RoleGrant last = first.get(2);
        List<RoleGrant> rest =
                holders(new RoleGrants.Place(last.account(), last.role().tenant()), 100);
        assertThat(first).isEqualTo(all.subList(0, 3));
        assertThat(rest).isEqualTo(all.subList(3, 7));
    }

    private long othersThan(AccountId account) {
        return write(work -> new Administrators(work).lockOthers(account));
    }

    private List<RoleGrant> holders(RoleGrants.@Nullable Place after, int limit) {
        return write(work -> new RoleGrants(work).holders(role("clerk", work), after, limit));
    }

    private static Instant around(Random random) {
        return NOW.plus(Duration.ofHours(random.nextBoolean() ? 1 + random.nextInt(50) : -1 - random.nextInt(50)));
    }

    private static Condition clerk(Work work) {
        return new Condition.Compare(attribute("roles", work), Comparison.EQ, "clerk");
    }

    private static Attribute attribute(String name, Work work) {
        return Attributes.of(work.revision().model(), field -> true).find(name).orElseThrow();
    }

    private List<GivenRole> session(AccountId account) {
        byte[] hash = account.text().getBytes(StandardCharsets.UTF_8);
        return write(work -> {
            work.sql()
                    .sql(
                            "insert into cuenta.session (token_hash, account_id, expires_at) values (?, ?, now() + interval '1 hour')"
                                    + " on conflict do nothing")
                    .params(hash, work.keys().of(account))
                    .update();
            return new Sessions(work)
                    .find(hash, Duration.ofHours(1))
                    .orElseThrow()
                    .roles();
        });
    }

    private void password(AccountId account) {
        write(work -> work.sql()
                .sql("insert into cuenta.credential (account_id, hash) values (?, 'none')")
                .param(work.keys().of(account))
                .update());
    }

    private void give(AccountId account, String role, GrantTerms terms) {
        write(work -> {
            new GivenRoles(work).give(Controlled.byCuenta(account), role(role, work), terms, Giver.CUENTA);
            return account;
        });
    }

    private static Role role(String name, Work work) {
        return work.revision().model().roles().get(name);
    }

    private AccountId account(String name) {
        return write(work -> new Accounts(work)
                .insert(new NewAccount(
                        work.revision().model().defaultKind(),
                        Map.of(FieldPath.parse("email"), name + "@marea.example"),
                        NOW)));
    }
}
