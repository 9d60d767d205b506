package dev.cuenta.store.schema;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.catchThrowableOfType;
import static org.assertj.core.api.Assertions.tuple;

import dev.cuenta.core.account.AccountId;
import dev.cuenta.core.account.Scope;
import dev.cuenta.core.account.TenantId;
import dev.cuenta.core.model.FieldPath;
import dev.cuenta.core.model.Models;
import dev.cuenta.core.problem.Problem;
import dev.cuenta.core.problem.ProblemKind;
import dev.cuenta.core.revision.Change;
import dev.cuenta.core.revision.Effect;
import dev.cuenta.store.account.Accounts;
import dev.cuenta.store.account.Controlled;
import dev.cuenta.store.account.NewAccount;
import dev.cuenta.store.database.DatabaseTest;
import dev.cuenta.store.invitation.Invitations;
import dev.cuenta.store.role.Giver;
import dev.cuenta.store.tenant.Memberships;
import dev.cuenta.store.tenant.Tenants;
import dev.cuenta.store.verify.Verification;
import java.time.Duration;
import java.time.Instant;
import java.util.List;
import java.util.Map;
import java.util.concurrent.CyclicBarrier;
import java.util.concurrent.atomic.AtomicInteger;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

/** Accounts that belong to one tenant at most, on real PostgreSQL. */
class SingleMembershipTest extends DatabaseTest {
    private static final String MANY = with("membership: many");
    private static final String ONE = with("membership: one");

    @ParameterizedTest
    @ValueSource(booleans = {true, false})
    void an_account_belongs_to_one_tenant_until_it_leaves_it(boolean fromTheFirst) {
        publish(fromTheFirst ? ONE : MANY);
        if (!fromTheFirst) {
            publish(ONE);
        }
        TenantId north = tenant("North");
        TenantId south = tenant("South");
        AccountId noor = account("noor");
        join(noor, north);

        Problem refused = catchThrowableOfType(Problem.class, () -> join(noor, south));
        assertThat(refused.kind()).isEqualTo(ProblemKind.CONFLICT);
        join(noor, north);
        assertThat(leave(noor, north)).isTrue();
        assertThat(leave(noor, north)).isFalse();
        join(noor, south);
        assertThat(differences(ONE)).isEmpty();
    }

    @Test
    void who_belongs_to_several_has_to_be_decided_about_first() {
        publish(MANY);
        AccountId noor = account("noor");
        TenantId south = tenant("South");
        join(noor, tenant("North"));
        join(noor, south);

        assertThat(database.diff(ONE).changes())
                .extracting(Change::name, Change::effect, Change::records)
                .containsExactly(tuple("membership-limited:tenants.membership", Effect.DECISION, 1L));
        leave(noor, south);
        assertThat(database.diff(ONE).changes()).extracting(Change::effect).containsExactly(Effect.INSTANT);
        publish(ONE);
        publish(MANY);
        join(noor, south);
        assertThat(differences(MANY)).isEmpty();
    }

    @Test
    void a_publish_that_is_taken_back_leaves_no_rule() {
        publish(MANY);
        AccountId noor = account("noor");
        join(noor, tenant("North"));
        cancelled(ONE);
        join(noor, tenant("South"));
        assertThat(differences(MANY)).isEmpty();
    }

    @Test
    void a_rule_that_is_gone_is_found_and_mended() {
        publish(ONE);
        database.sql().sql("drop index cuenta.membership_one").update();
        List<Verification.Difference> found = differences(ONE);

        assertThat(found)
                .extracting(Verification.Difference::thing)
                .containsExactly("index membership_one of memberships");
        database.sql().sql(found.get(0).repair()).update();
        assertThat(differences(ONE)).isEmpty();
    }

    @Test
    void of_two_who_come_with_one_invitation_one_is_let_in() throws Exception {
        publish(MANY);
        TenantId north = tenant("North");
        byte[] token = {1, 2, 3};
        database.live()
                .with(revision -> revision.write(
                        Scope.EVERYWHERE,
                        work -> new Invitations(work)
                                .add(
                                        new Invitations.Wanted(
                                                north, null, List.of(), Giver.CUENTA, Duration.ofHours(1)),
                                        token)));
        AtomicInteger let = new AtomicInteger();
        CyclicBarrier together = new CyclicBarrier(2);
        List<Thread> both = List.of(coming(token, together, let), coming(token, together, let));
        both.forEach(Thread::start);
        for (Thread each : both) {
            each.join();
        }
        assertThat(let).hasValue(1);
    }

    private Thread coming(byte[] token, CyclicBarrier together, AtomicInteger let) {
        return new Thread(() -> {
            try {
                together.await();
            } catch (Exception broken) {
                throw new IllegalStateException(broken);
            }
            database.live()
                    .with(revision -> revision.write(Scope.EVERYWHERE, work -> new Invitations(work).take(token)))
                    .ifPresent(tenant -> let.incrementAndGet());
        });
    }

    @Test
    void tenants_of_one_name_have_subdomains_of_their_own() {
        publish(MANY);
        TenantId first = tenant("Léa's Moorings ⚓");
        TenantId second = tenant("Léa's moorings");

        List<String> slugs = strings("select slug from cuenta.tenant order by created_at, id");
        assertThat(slugs.get(0)).isEqualTo("lea-s-moorings");
        assertThat(slugs.get(1)).matches("lea-s-moorings-[0-9a-f]{8}");
        assertThat(database.live()
                        .<TenantId>with(revision -> revision.read(
                                Scope.EVERYWHERE,
                                work -> new Tenants(work).ofSlug(slugs.get(1)).orElseThrow())))
                .isEqualTo(second)
                .isNotEqualTo(first);
    }

    private TenantId tenant(String name) {
        return database.live()
                .with(revision -> revision.write(Scope.EVERYWHERE, work -> new Tenants(work).create(name)));
    }

    private AccountId account(String name) {
        return database.live()
                .with(revision -> revision.write(
                        Scope.EVERYWHERE,
                        work -> new Accounts(work)
                                .insert(new NewAccount(
                                        revision.model().defaultKind(),
                                        Map.of(FieldPath.parse("email"), name + "@marea.example"),
                                        Instant.now()))));
    }

    private void join(AccountId account, TenantId tenant) {
        database.live()
                .with(revision -> revision.write(Scope.EVERYWHERE, work -> {
                    new Memberships(work).join(account, tenant);
                    return tenant;
                }));
    }

    private boolean leave(AccountId account, TenantId tenant) {
        return database.live()
                .with(revision -> revision.write(
                        Scope.EVERYWHERE,
                        work -> new Memberships(work)
                                .leave(Controlled.byCuenta(account).within(tenant))));
    }

    private static String with(String membership) {
        return Models.SMALL + "tenants: { " + membership + " }\n";
    }
}
