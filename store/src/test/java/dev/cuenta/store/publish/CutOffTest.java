package dev.cuenta.store.publish;

import static org.assertj.core.api.Assertions.assertThat;

import dev.cuenta.core.model.Models;
import dev.cuenta.core.revision.Diff;
import dev.cuenta.store.database.DatabaseTest;
import dev.cuenta.store.database.TestDatabase;
import dev.cuenta.store.live.Revision;
import dev.cuenta.store.live.Step;
import dev.cuenta.store.verify.Verification;
import java.util.Random;
import java.util.concurrent.atomic.AtomicBoolean;
import java.util.concurrent.atomic.AtomicInteger;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.EnumSource;
import org.springframework.jdbc.core.simple.JdbcClient;

/**
 * Every connection is cut at ten random moments of a publish, as a killed service or a database that goes down would cut
 * them; taken up again, the publish ends, and every value is there once.
 */
class CutOffTest extends DatabaseTest {
    private static final int ACCOUNTS = 3000;
    private static final int CUTS = 10;

    @ParameterizedTest
    @EnumSource(PublishCase.class)
    void what_is_cut_off_is_taken_up_again_and_nothing_is_lost_or_doubled(PublishCase publish) throws Exception {
        database.publish(publish.before());
        publish.fill(database, ACCOUNTS);
        String next = publish.after();
        Diff diff = database.diff(next);
        database.publisher().begin(diff.liveRevision(), next, diff.changes(), "test", "");

        int cuts = carryOnThroughCuts(new Random(publish.ordinal()));

        assertThat(cuts).isGreaterThanOrEqualTo(CUTS);
        assertThat(database.latest().state()).isEqualTo(Revision.LIVE);
        assertThat(count("select count(*) from accounts.account")).isEqualTo(ACCOUNTS);
        assertThat(count("select count(*) from accounts.account where " + publish.right(2)))
                .isEqualTo(ACCOUNTS);
        assertThat(new Verification(database.owner().connections()).differences(Models.of(next)))
                .isEmpty();
        assertThat(count("select count(*) from cuenta.column_name")).isZero();
    }

    private int carryOnThroughCuts(Random random) throws InterruptedException {
        AtomicInteger cuts = new AtomicInteger();
        AtomicBoolean done = new AtomicBoolean();
        Thread cutter = new Thread(() -> cut(random, cuts, done));
        cutter.start();
        while (!isDone() || cuts.get() < CUTS) {
            if (isDone()) {
                begunAgain();
            }
            try {
                database.publisher().carryOn();
            } catch (RuntimeException wasCutOff) {
                Thread.sleep(5);
            }
        }
        done.set(true);
        cutter.join();
        database.reconnect();
        return cuts.get();
    }

    private boolean isDone() {
        return database.latestSafely().filter(it -> it.step() == Step.DONE).isPresent();
    }

    /** It was quicker than the knife: every step can be repeated, so it is sent back to the first. */
    private void begunAgain() {
        try {
            database.sql()
                    .sql("update cuenta.revision set step = 'expand' where number = 2")
                    .update();
        } catch (RuntimeException wasCutOff) {
            // Next time.
        }
    }

    private void cut(Random random, AtomicInteger cuts, AtomicBoolean done) {
        try (TestDatabase.Outside outside = database.outside()) {
            JdbcClient sql = outside.sql();
            while (!done.get() && cuts.get() < CUTS) {
                Thread.sleep(5 + random.nextInt(60));
                int cut = sql.sql(
                                "select count(pg_terminate_backend(pid)) from pg_stat_activity where datname = ? and pid <> pg_backend_pid()")
                        .param(database.name())
                        .query(Integer.class)
                        .single();
                if (cut > 0) {
                    cuts.incrementAndGet();
                }
            }
        } catch (InterruptedException stopped) {
            Thread.currentThread().interrupt();
        }
    }

    private long count(String query) {
        return database.sql().sql(query).query(Long.class).single();
    }
}
