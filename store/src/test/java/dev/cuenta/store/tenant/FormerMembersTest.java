package dev.cuenta.store.tenant;

import static org.assertj.core.api.Assertions.assertThat;

import dev.cuenta.core.account.AccountId;
import dev.cuenta.core.account.TenantId;
import dev.cuenta.core.model.FieldPath;
import dev.cuenta.core.testing.Await;
import dev.cuenta.store.account.Accounts;
import dev.cuenta.store.account.Controlled;
import dev.cuenta.store.account.NewAccount;
import java.time.Instant;
import java.util.Map;
import java.util.concurrent.CompletableFuture;
import java.util.concurrent.CountDownLatch;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;

/** Who has left a tenant, or was made to, comes back only when somebody takes them in. */
class FormerMembersTest extends HarbourTest {
    private AccountId noor;

    @BeforeEach
    void a_member() {
        noor = write(work -> new Accounts(work)
                .insert(new NewAccount(
                        work.revision().model().defaultKind(),
                        Map.of(FieldPath.parse("email"), "noor@marea.example"),
                        Instant.now())));
        assertThat(joinsByItself(harbour)).isTrue();
    }

    private boolean joinsByItself(TenantId tenant) {
        return write(work -> new Memberships(work).joinByItself(noor, tenant));
    }

    private boolean isTakenIn() {
        return write(work -> new Memberships(work).join(noor, harbour));
    }

    private boolean leaves() {
        return write(
                work -> new Memberships(work).leave(Controlled.byCuenta(noor).within(harbour)));
    }

    private boolean belongs() {
        return database.sql()
                .sql("select exists (select from cuenta.membership)")
                .query(Boolean.class)
                .single();
    }

    @Test
    void somebody_takes_them_in_again_and_nothing_else_does() {
        assertThat(leaves()).isTrue();
        assertThat(joinsByItself(harbour)).isFalse();
        assertThat(belongs()).isFalse();

        assertThat(isTakenIn()).isTrue();
        assertThat(leaves()).isTrue();
        assertThat(joinsByItself(harbour)).isFalse();
    }

    @Test
    void other_tenants_are_open_to_them() {
        leaves();
        TenantId other = write(work -> new Tenants(work).create("Isla Verde"));
        assertThat(joinsByItself(other)).isTrue();
    }

    @Test
    void nobody_slips_in_while_they_are_sent_away() throws Exception {
        CountDownLatch left = new CountDownLatch(1);
        CountDownLatch waits = new CountDownLatch(1);
        CompletableFuture<Boolean> leaving = CompletableFuture.supplyAsync(() -> write(work -> {
            boolean was = new Memberships(work).leave(Controlled.byCuenta(noor).within(harbour));
            left.countDown();
            await(waits);
            return was;
        }));
        left.await();
        CompletableFuture<Boolean> joining = CompletableFuture.supplyAsync(() -> joinsByItself(harbour));
        Await.until(
                "one waits for the other",
                () -> database.sql()
                        .sql(
                                "select exists (select from pg_stat_activity where datname = current_database() and wait_event_type = 'Lock')")
                        .query(Boolean.class)
                        .single());
        waits.countDown();

        assertThat(leaving.get()).isTrue();
        assertThat(joining.get()).isFalse();
        assertThat(belongs()).isFalse();
    }

    private static void await(CountDownLatch latch) {
        try {
            latch.await();
        } catch (InterruptedException stopping) {
            throw new AssertionError(stopping);
        }
    }

    @Test
    void a_removed_tenant_leaves_no_trace_of_who_was_there() {
        leaves();
        write(work -> new Memberships(work).remove(harbour, 10));
        assertThat(database.sql()
                        .sql("select count(*) from cuenta.former_membership")
                        .query(Integer.class)
                        .single())
                .isZero();
    }
}
