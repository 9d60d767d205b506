package dev.cuenta.acceptance;

import static org.assertj.core.api.Assertions.assertThat;

import dev.cuenta.core.model.Models;
import dev.cuenta.core.testing.Await;
import dev.cuenta.service.testing.Http;
import dev.cuenta.store.database.Cluster;
import java.time.Duration;
import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.Future;
import java.util.concurrent.TimeUnit;
import java.util.concurrent.atomic.AtomicBoolean;
import org.junit.jupiter.api.Test;

/** PostgreSQL takes connections and answers nothing: a machine that hangs, or a disk that does. */
class FrozenDatabaseTest {
    private static final Duration SOON = Duration.ofSeconds(10);
    /** Requests have ten seconds to finish; then nothing is waited for. */
    private static final long GRACE_SECONDS = 25;

    private static final int READERS = 12;

    private static int soon(Http http, String address) {
        Instant begun = Instant.now();
        int status = http.get(address).status();
        assertThat(Duration.between(begun, Instant.now())).as(address).isLessThan(SOON);
        return status;
    }

    /** Reads again and again: at any moment some wait for the database. */
    private static Duration longestWait(Http http, AtomicBoolean over) {
        Duration longest = Duration.ZERO;
        while (!over.get()) {
            Instant begun = Instant.now();
            assertThat(http.get("/v1/accounts").status()).isIn(200, 503);
            Duration took = Duration.between(begun, Instant.now());
            longest = took.compareTo(longest) > 0 ? took : longest;
        }
        return longest;
    }

    @Test
    void it_is_not_ready_lives_comes_back_by_itself_and_stops_in_time() throws Exception {
        Cluster cluster = Cluster.durable();
        Installation marea = Installation.processOn(cluster);
        ExecutorService readers = Executors.newFixedThreadPool(READERS);
        try {
            marea.publish(Models.SMALL);
            Http key = marea.keyHolder();
            AtomicBoolean over = new AtomicBoolean();
            List<Future<Duration>> waits = new ArrayList<>();
            for (int i = 0; i < READERS; i++) {
                waits.add(readers.submit(() -> longestWait(key, over)));
            }
            Thread.sleep(1000);
            cluster.freeze();
            Thread.sleep(1000); // the pool looks at connections that were not used for half a second
            assertThat(soon(marea.guest(), "/actuator/health/readiness")).isEqualTo(503);
            assertThat(soon(key, "/v1/accounts")).isEqualTo(503);
            assertThat(soon(marea.guest(), "/actuator/health/liveness")).isEqualTo(200);

            over.set(true);
            for (Future<Duration> wait : waits) {
                assertThat(wait.get(SOON.toSeconds(), TimeUnit.SECONDS)).isLessThan(SOON);
            }

            cluster.thaw();
            Await.until("it is well again", () -> key.get("/v1/accounts").status(), status -> status == 200);
            assertThat(marea.guest().get("/actuator/health/readiness").status()).isEqualTo(200);

            cluster.freeze();
            ProcessHandle service = ProcessHandle.current()
                    .descendants()
                    .filter(process -> process.info().commandLine().orElse("").contains("CuentaApplication"))
                    .findFirst()
                    .orElseThrow();
            service.destroy();
            service.onExit().get(GRACE_SECONDS, TimeUnit.SECONDS);
        } finally {
            cluster.thaw();
            readers.shutdownNow();
            marea.close();
            cluster.close();
        }
    }
}
