package dev.cuenta.acceptance;

import static org.assertj.core.api.Assertions.assertThat;

import dev.cuenta.core.model.Models;
import dev.cuenta.core.testing.Await;
import dev.cuenta.service.testing.Http;
import dev.cuenta.store.database.Cluster;
import java.time.Duration;
import java.time.Instant;
import java.util.concurrent.TimeUnit;
import org.junit.jupiter.api.Test;

/** PostgreSQL takes connections and answers nothing: a machine that hangs, or a disk that does. */
class FrozenDatabaseTest {
    private static final Duration SOON = Duration.ofSeconds(10);
    /** Requests have ten seconds to finish; then nothing is waited for. */
    private static final long GRACE_SECONDS = 25;

    private static int soon(Http http, String address) {
        Instant begun = Instant.now();
        int status = http.get(address).status();
        assertThat(Duration.between(begun, Instant.now())).as(address).isLessThan(SOON);
        return status;
    }

    @Test
    void it_is_not_ready_lives_comes_back_by_itself_and_stops_in_time() throws Exception {
        Cluster cluster = Cluster.durable();
        Installation marea = Installation.processOn(cluster);
        try {
            marea.publish(Models.SMALL);
            Http key = marea.keyHolder();
            cluster.freeze();
            Thread.sleep(1000); // the pool looks at connections that were not used for half a second
            assertThat(soon(marea.guest(), "/actuator/health/readiness")).isEqualTo(503);
            assertThat(soon(key, "/v1/accounts")).isEqualTo(503);
            assertThat(soon(marea.guest(), "/actuator/health/liveness")).isEqualTo(200);

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
            marea.close();
            cluster.close();
        }
    }
}
