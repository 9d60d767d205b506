package dev.cuenta.store.live;

import static org.assertj.core.api.Assertions.assertThat;

import dev.cuenta.core.account.Scope;
import dev.cuenta.core.model.Models;
import dev.cuenta.store.database.DatabaseTest;
import java.util.concurrent.CompletableFuture;
import java.util.concurrent.CountDownLatch;
import java.util.concurrent.TimeUnit;
import java.util.concurrent.atomic.AtomicInteger;
import org.junit.jupiter.api.Test;

class LiveRevisionTest extends DatabaseTest {
    /** Each has locked one account and wants the other's: PostgreSQL gives one of them up, and that one works a second time. */
    @Test
    void of_two_who_wait_for_each_other_both_get_through() {
        publish(Models.SMALL);
        database.sql()
                .sql(
                        "insert into accounts.account (id, kind, created_at, last_modified_at, version, email)"
                                + " select gen_random_uuid(), 'account', now(), now(), 1, name || '@marea.example' from unnest(array['ines', 'noor']) name")
                .update();
        CountDownLatch both = new CountDownLatch(2);
        AtomicInteger times = new AtomicInteger();

        CompletableFuture<Integer> one = CompletableFuture.supplyAsync(() -> name("ines", "noor", both, times));
        CompletableFuture<Integer> other = CompletableFuture.supplyAsync(() -> name("noor", "ines", both, times));

        assertThat(one.orTimeout(1, TimeUnit.MINUTES).join()).isEqualTo(1);
        assertThat(other.orTimeout(1, TimeUnit.MINUTES).join()).isEqualTo(1);
        // Whoever gave way may meet the other once more, before it is through.
        assertThat(times).hasValueGreaterThan(2);
    }

    private int name(String first, String second, CountDownLatch both, AtomicInteger times) {
        return database.live()
                .with(revision -> revision.write(Scope.EVERYWHERE, work -> {
                    times.incrementAndGet();
                    rename(first, first, work);
                    both.countDown();
                    await(both);
                    return rename(second, first, work);
                }));
    }

    private static int rename(String account, String name, Work work) {
        return work.sql()
                .sql("update accounts.account set name = ? where email = ?")
                .params(name, account + "@marea.example")
                .update();
    }

    private static void await(CountDownLatch latch) {
        try {
            assertThat(latch.await(1, TimeUnit.MINUTES)).isTrue();
        } catch (InterruptedException stopping) {
            Thread.currentThread().interrupt();
        }
    }
}
