package dev.cuenta.service.session;

import static org.assertj.core.api.Assertions.assertThat;

import dev.cuenta.service.testing.Http;
import dev.cuenta.service.testing.OnMarea;
import dev.cuenta.store.database.Cluster;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.Future;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import tools.jackson.databind.JsonNode;

/** Where somebody is signed in: seen and ended by themselves and by an operator, and ended by time. */
class SessionsTest extends OnMarea {
    @BeforeEach
    void nobodyHasTried() {
        marea.sql("delete from cuenta.attempt");
    }

    @Test
    void the_owner_sees_their_sessions_and_ends_another() {
        signUp("lea");
        Http here = marea.as("lea@post.example", PASSWORD);
        Http there = marea.as("lea@post.example", PASSWORD);
        JsonNode open = here.get("/v1/me/sessions").status(200).json().path("items");

        assertThat(open).hasSize(2);
        assertThat(open).extracting(it -> it.path("current").asBoolean()).containsOnlyOnce(true);
        assertThat(open.get(0).path("agent").asString()).startsWith("Java-http-client");
        assertThat(open.toString()).doesNotContain("cuenta_session_");
        for (JsonNode session : open) {
            if (!session.path("current").asBoolean()) {
                here.delete("/v1/me/sessions/" + session.path("id").asString()).status(204);
                assertThat(here.delete("/v1/me/sessions/" + session.path("id").asString())
                                .status())
                        .isEqualTo(404);
            }
        }
        assertThat(there.get("/v1/me").status()).isEqualTo(401);
        assertThat(here.get("/v1/me").status()).isEqualTo(200);
        assertThat(here.delete("/v1/me/sessions").json().path("ended").asInt()).isEqualTo(1);
        assertThat(here.get("/v1/me").status()).isEqualTo(401);
    }

    @Test
    void an_operator_sees_and_ends_them_and_nobody_else_does() {
        String id = signUp("rik");
        Http rik = marea.as("rik@post.example", PASSWORD);
        signUp("vera");
        Http vera = marea.as("vera@post.example", PASSWORD);

        assertThat(vera.get("/v1/accounts/" + id + "/sessions").status()).isEqualTo(404);
        assertThat(vera.delete("/v1/accounts/" + id + "/sessions").status()).isEqualTo(404);
        String ricks = rik.get("/v1/me/sessions")
                .json()
                .path("items")
                .get(0)
                .path("id")
                .asString();
        assertThat(vera.delete("/v1/me/sessions/" + ricks).status()).isEqualTo(404);
        Http operator = marea.operator();
        String sessions = "/v1/accounts/" + id + "/sessions";
        assertThat(operator.get(sessions).status(200).json().path("items"))
                .extracting(session -> session.path("id").asString())
                .containsExactly(ricks);
        assertThat(operator.delete(sessions).status(200).json().path("ended").asInt())
                .isEqualTo(1);
        assertThat(rik.get("/v1/me").status()).isEqualTo(401);
        assertThat(operator.get(sessions).json().path("items")).isEmpty();
    }

    @Test
    void one_that_nobody_uses_ends_by_itself() {
        signUp("mila");
        Http mila = marea.as("mila@post.example", PASSWORD);
        lastUsed("90 minutes");
        assertThat(mila.get("/v1/me").status()).isEqualTo(200);
        assertThat(
                        marea.sql(
                                "select count(*) from cuenta.session s join accounts.account a on a.id = s.account_id where email like 'mila%' and last_used_at > now() - interval '1 minute'"))
                .isEqualTo("1");
        lastUsed("3 hours");
        assertThat(mila.get("/v1/me").status()).isEqualTo(401);
    }

    @Test
    void who_guesses_has_to_wait_and_keeps_nobody_else_out() {
        signUp("bram");
        Http here = marea.guest();
        for (int i = 0; i < 5; i++) {
            assertThat(tried(here, "bram@post.example", "guess number " + i).status())
                    .isEqualTo(401);
        }
        marea.lengthenPauses();
        Http.Answer refused = tried(here, "BRAM@post.example", PASSWORD);
        assertThat(refused.status()).isEqualTo(429);
        assertThat(refused.problem()).isEqualTo("too-many");
        assertThat(refused.response().headers().firstValue("Retry-After")).isPresent();
        assertThat(tried(here, "nobody@post.example", "guess").status()).isEqualTo(401);
        assertThat(tried(here, "bram@post.example", PASSWORD, "X-Forwarded-For", "198.51.100.7")
                        .status())
                .as("from elsewhere")
                .isEqualTo(201);

        marea.sql("update cuenta.attempt set last_at = last_at - interval '20 minutes'");
        assertThat(tried(here, "bram@post.example", PASSWORD).status()).isEqualTo(201);
        assertThat(tried(here, "bram@post.example", "another guess").status()).isEqualTo(401);
    }

    /** From many addresses: a pause for strangers, a notice to the owner, and the owner comes in from where they always do. */
    @Test
    void strangers_together_keep_out_strangers_only() {
        signUp("nora");
        marea.as("nora@post.example", PASSWORD);
        assertThat(tried(marea.guest(), "nora@post.example", PASSWORD, "X-Forwarded-For", "203.0.113.9")
                        .status())
                .isEqualTo(201);
        for (String who : List.of("nora", "nobody")) {
            for (int i = 0; i < 60; i++) {
                assertThat(tried(
                                        marea.guest(),
                                        who + "@post.example",
                                        "guess number " + i,
                                        "X-Forwarded-For",
                                        "198.51.100." + i)
                                .status())
                        .isEqualTo(401);
            }
            marea.lengthenPauses();
            assertThat(tried(marea.guest(), who + "@post.example", PASSWORD, "X-Forwarded-For", "198.51.100.99")
                            .status())
                    .as("from somewhere new")
                    .isEqualTo(429);
        }

        assertThat(tried(marea.guest(), "nora@post.example", PASSWORD, "X-Forwarded-For", "203.0.113.9")
                        .status())
                .as("from where she came before")
                .isEqualTo(201);
        assertThat(marea.sql("select count(*) from cuenta.activity where action = 'sign-in-paused'"))
                .isEqualTo("1");
        assertThat(marea.sql("select count(*) from cuenta.message where purpose = 'sign_in_paused'"))
                .isEqualTo("1");
    }

    @Test
    void of_many_guesses_at_once_no_more_get_through() throws Exception {
        signUp("luz");
        ExecutorService clients = Executors.newFixedThreadPool(16);
        long begun = System.nanoTime();
        List<Future<Integer>> answers = new ArrayList<>();
        for (int i = 0; i < 40; i++) {
            String guess = "guess number " + i;
            answers.add(clients.submit(
                    () -> tried(marea.guest(), "luz@post.example", guess).status()));
        }
        int judged = 0;
        for (Future<Integer> answer : answers) {
            judged += answer.get() == 401 ? 1 : 0;
        }
        clients.shutdown();
        // After five, one in the first second, one in the next two, one in the next four.
        double seconds = (System.nanoTime() - begun) / 1e9;
        assertThat(judged).isBetween(5, 6 + (int) Math.ceil(Math.log(1 + seconds) / Math.log(2)));
    }

    private static Http.Answer tried(Http client, String identifier, String password, String... headers) {
        return client.send(
                "POST",
                "/v1/sessions",
                "{\"identifier\": \"" + identifier + "\", \"password\": \"" + password + "\"}",
                headers);
    }

    private static void lastUsed(String ago) {
        marea.sql("update cuenta.session set last_used_at = now() - interval '" + ago
                + "' where account_id in (select id from accounts.account where email like 'mila%')");
    }

    /** A program that signs in with as many workers as it has; or somebody whose browser tries again. */
    @Test
    void as_many_right_sign_ins_as_there_are_at_once_are_let_in() throws Exception {
        signUp("nils");
        marea.as("nils@post.example", PASSWORD);
        ExecutorService crowd = Executors.newFixedThreadPool(12);
        List<Future<Integer>> tries = new ArrayList<>();
        for (int i = 0; i < 12; i++) {
            tries.add(crowd.submit(() -> tryAs("nils@post.example", PASSWORD)));
        }
        for (Future<Integer> tried : tries) {
            assertThat(tried.get()).isEqualTo(201);
        }
        crowd.shutdown();
        assertThat(marea.sql("select coalesce(sum(under_way), 0) from cuenta.attempt"))
                .isEqualTo("0");
    }

    /** What was ours to answer counts against nobody. */
    @Test
    void tries_that_come_to_nothing_are_not_counted() throws Exception {
        signUp("olaf");
        try (Cluster.Held locked = marea.hold("lock table cuenta.credential in access exclusive mode")) {
            for (int i = 0; i < 7; i++) {
                assertThat(tryAs("olaf@post.example", PASSWORD)).isEqualTo(503);
            }
        }
        assertThat(tryAs("olaf@post.example", PASSWORD)).isEqualTo(201);
    }

    private static int tryAs(String identifier, String password) {
        return marea.guest()
                .post("/v1/sessions", Map.of("identifier", identifier, "password", password))
                .status();
    }
}
