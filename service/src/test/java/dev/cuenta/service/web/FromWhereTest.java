package dev.cuenta.service.web;

import static org.assertj.core.api.Assertions.assertThat;

import dev.cuenta.core.testing.Await;
import dev.cuenta.service.testing.Http;
import dev.cuenta.service.testing.RawHttp;
import dev.cuenta.service.testing.RunningService;
import dev.cuenta.store.database.Cluster;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.Future;
import java.util.stream.IntStream;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;

/** What counts from where a request comes, and who may say so. */
class FromWhereTest {
    private static RunningService marea;
    private static RunningService unproxied;
    private static int people;

    @BeforeAll
    static void start() {
        marea = RunningService.marea(Map.of("CUENTA_SIGN_UPS_PER_ADDRESS", "3"));
        unproxied = RunningService.marea(Map.of(
                "CUENTA_SIGN_UPS_PER_ADDRESS",
                "1",
                "CUENTA_TRUSTED_PROXIES",
                "10.0.0.0/8",
                "SERVER_TOMCAT_MAX_CONNECTIONS",
                "80"));
    }

    @AfterAll
    static void stop() {
        unproxied.close();
        marea.close();
    }

    private static int signUp(String header, String from) {
        people++;
        return signUp("guest" + people, header, from);
    }

    private static int signUp(String name, String header, String from) {
        return signUp(marea, name, header, from);
    }

    private static int signUp(RunningService service, String name, String header, String from) {
        return service.guest()
                .send("POST", "/v1/sign-ups", """
                        {"email": "%s@post.example", "password": "nine brown rudders",
                         "person": {"givenName": "A", "familyName": "B"}}""".formatted(name), header, from)
                .status();
    }

    /** The first pauses are short: on a slow machine somebody may come after them. */
    private static void untilRefused(String header, String from) {
        assertThat(IntStream.range(0, 5).map(any -> signUp(header, from)).anyMatch(status -> status == 429))
                .isTrue();
    }

    @Test
    void only_so_many_sign_up_from_one_place_in_a_row() {
        for (int i = 0; i < 3; i++) {
            assertThat(signUp("X-Forwarded-For", "198.51.100.1")).isEqualTo(201);
        }
        untilRefused("X-Forwarded-For", "198.51.100.1");
        untilRefused("X-Forwarded-For", "203.0.113.5, 198.51.100.1");
        untilRefused("Forwarded", "for=\"198.51.100.1:4711\"");
        assertThat(signUp("X-Forwarded-For", "198.51.100.2")).isEqualTo(201);
    }

    @Test
    void a_name_that_is_taken_counts_as_well_and_a_mistake_does_not() {
        for (int i = 0; i < 6; i++) {
            assertThat(signUp("no address", "X-Forwarded-For", "198.51.100.9")).isEqualTo(422);
        }
        assertThat(signUp("taken", "X-Forwarded-For", "198.51.100.9")).isEqualTo(201);
        assertThat(signUp("taken", "X-Forwarded-For", "198.51.100.9")).isEqualTo(409);
        assertThat(signUp("taken", "X-Forwarded-For", "198.51.100.9")).isEqualTo(409);
        untilRefused("X-Forwarded-For", "198.51.100.9");
    }

    @Test
    void a_network_of_one_s_own_is_one_place() {
        for (int i = 0; i < 3; i++) {
            assertThat(signUp("X-Forwarded-For", "2001:db8:1:2::" + i)).isEqualTo(201);
        }
        untilRefused("X-Forwarded-For", "2001:db8:1:2:ffff::9");
        assertThat(signUp("X-Forwarded-For", "2001:db8:1:3::1")).isEqualTo(201);
    }

    @Test
    void a_proxy_that_nobody_named_is_not_believed() {
        List<Integer> statuses = new ArrayList<>();
        for (int i = 0; i < 8; i++) {
            statuses.add(signUp(unproxied, "believed" + i, "X-Forwarded-For", "198.51.100." + i));
        }
        assertThat(statuses).startsWith(201).contains(429);
    }

    @Test
    void no_address_holds_more_than_a_share_of_the_connections() {
        List<RawHttp> silent = new ArrayList<>();
        for (int i = 0; i < 10; i++) {
            silent.add(new RawHttp(unproxied.url(), "127.0.0.2"));
        }
        assertThat(isAlive("127.0.0.2")).isEmpty();
        assertThat(isAlive("127.0.0.3")).contains("UP");
        silent.forEach(RawHttp::close);
        Await.until("they were given back", () -> isAlive("127.0.0.2"), answer -> answer.contains("UP"));
    }

    private static String isAlive(String from) {
        try (RawHttp connection = new RawHttp(unproxied.url(), from)) {
            connection.say("GET /actuator/health/liveness HTTP/1.1\r\nHost: marea\r\n\r\n");
            return connection.answer();
        }
    }

    /** However slow the answers are: here because of a lock that somebody holds. */
    @Test
    void no_address_holds_more_than_a_share_of_the_threads() throws Exception {
        Http person = marea.person("busy");
        ExecutorService crowd = Executors.newFixedThreadPool(34);
        List<Future<Http.Answer>> asked = new ArrayList<>();
        Http.Answer another;
        try (Cluster.Held locked = marea.hold("lock table accounts.account in access exclusive mode")) {
            for (int i = 0; i < 30; i++) {
                asked.add(crowd.submit(() -> person.send("GET", "/v1/me", null, "X-Forwarded-For", "198.51.100.77")));
            }
            another = crowd.submit(() -> person.send("GET", "/v1/me", null, "X-Forwarded-For", "198.51.100.78"))
                    .get();
        }
        int sentAway = 0;
        for (Future<Http.Answer> answer : asked) {
            sentAway += answer.get().everything().contains("from your address") ? 1 : 0;
        }
        crowd.shutdown();

        assertThat(sentAway).isBetween(1, 6);
        assertThat(another.everything()).doesNotContain("from your address");
        assertThat(person.send("GET", "/v1/me", null, "X-Forwarded-For", "198.51.100.77")
                        .status())
                .as("they were given back")
                .isEqualTo(200);
    }
}
