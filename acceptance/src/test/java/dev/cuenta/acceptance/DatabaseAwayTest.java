package dev.cuenta.acceptance;

import static org.assertj.core.api.Assertions.assertThat;

import dev.cuenta.core.model.Models;
import dev.cuenta.core.testing.Await;
import dev.cuenta.service.testing.Http;
import dev.cuenta.store.database.Cluster;
import java.time.Duration;
import java.time.Instant;
import java.util.List;
import java.util.Map;
import java.util.stream.IntStream;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;

/** The database is locked by hand, or gone: whoever asks is told so at once, and all is well when it is back. */
class DatabaseAwayTest {
    /** Far less than any of the system's own patience. */
    private static final Duration SOON = Duration.ofSeconds(10);

    private static final String EMAIL = "olga@marea.example";
    private static final String PASSWORD = "six green oars";

    private static Cluster cluster;
    private static String database;
    private static Installation marea;
    private static Http operator;

    @BeforeAll
    static void start() {
        cluster = Cluster.durable();
        marea = Installation.on(cluster);
        marea.publish(Models.SMALL);
        marea.keyHolder()
                .post("/v1/accounts", Map.of("email", EMAIL, "password", PASSWORD, "roles", List.of("administrator")))
                .status(201);
        operator = marea.as(EMAIL, PASSWORD);
        database = marea.sql("select current_database()");
    }

    private static Http.Answer signIn() {
        return marea.guest().post("/v1/sessions", Map.of("identifier", EMAIL, "password", PASSWORD));
    }

    @AfterAll
    static void stop() {
        marea.close();
        cluster.close();
    }

    private static Http.Answer soon(Http http, String address) {
        Instant begun = Instant.now();
        Http.Answer answer = http.get(address);
        assertThat(Duration.between(begun, Instant.now())).as(address).isLessThan(SOON);
        return answer;
    }

    private static void assertComeBack(Http.Answer answer) {
        assertThat(answer.problem()).isEqualTo("unavailable");
        assertThat(answer.response().headers().firstValue("Retry-After")).hasValue("2");
        assertThat(answer.response().body()).doesNotContain("incident");
    }

    @Test
    void a_table_that_somebody_locked_is_not_waited_for() {
        try (Cluster.Held held = cluster.hold(database, "lock table accounts.account in access exclusive mode")) {
            assertThat(held).isNotNull();
            assertComeBack(soon(operator, "/v1/accounts"));
            assertThat(soon(marea.guest(), "/actuator/health/liveness").status())
                    .isEqualTo(200);
        }
        Await.until("it is well again", () -> operator.get("/v1/accounts").status(), status -> status == 200);
    }

    @Test
    void a_database_that_is_gone_is_told_in_a_line_and_counts_against_nobody() {
        cluster.close();
        try {
            assertComeBack(soon(operator, "/v1/me"));
            assertThat(soon(marea.guest(), "/actuator/health/readiness").status())
                    .isEqualTo(503);
            assertThat(soon(marea.guest(), "/actuator/health/liveness").status())
                    .isEqualTo(200);
            assertThat(IntStream.range(0, 12).parallel().mapToObj(any -> signIn().status()))
                    .allMatch(status -> status == 503);
        } finally {
            cluster.crash(); // which starts it again, on the same port
        }
        Await.until("it is well again", () -> operator.get("/v1/me").status(), status -> status == 200);
        assertThat(signIn().status()).isEqualTo(201);
        assertThat(marea.log().lines().filter(line -> line.contains("The database does not answer")))
                .hasSizeBetween(1, 3);
        assertThat(marea.log()).doesNotContain("\tat ", "Incident");
    }
}
