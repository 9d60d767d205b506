package dev.cuenta.service.secondfactor;

import static org.assertj.core.api.Assertions.assertThat;

import dev.cuenta.core.model.Models;
import dev.cuenta.service.testing.Authenticator;
import dev.cuenta.service.testing.Http;
import dev.cuenta.service.testing.OnMarea;
import dev.cuenta.service.testing.RunningService;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.concurrent.ExecutionException;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.Future;
import org.jspecify.annotations.Nullable;
import org.junit.jupiter.api.Test;
import tools.jackson.databind.JsonNode;

/** A second factor: set up, asked for, used once, lost, and demanded by roles and tenants. */
class SecondFactorTest extends OnMarea {

    @Test
    void whoever_has_one_shows_a_code_and_each_code_once() {
        Person ada = withSecondFactor("ada");

        assertThat(signIn("ada", null).problem()).isEqualTo("second-factor");
        assertThat(signIn("ada", "000000").problem()).isEqualTo("second-factor");
        String code = ada.code(1);
        assertThat(signIn("ada", code).status()).isEqualTo(201);
        assertThat(signIn("ada", code).problem()).isEqualTo("second-factor");
        assertThat(marea.guest()
                        .post(
                                "/v1/sessions",
                                Map.of(
                                        "identifier",
                                        "ada@post.example",
                                        "password",
                                        "wrong rudders",
                                        "code",
                                        ada.code(1)))
                        .problem())
                .isEqualTo("unauthenticated");
        assertThat(marea.log()).doesNotContain(ada.seed(), code);
        assertThat(marea.sql("select string_agg(f::text, ' ') from cuenta.second_factor f"))
                .doesNotContain(ada.seed());
    }

    @Test
    void of_many_who_come_with_the_same_code_at_once_one_gets_in() throws InterruptedException, ExecutionException {
        Person ben = withSecondFactor("ben");
        String code = ben.code(1);
        ExecutorService crowd = Executors.newFixedThreadPool(4);
        List<Future<Integer>> answers = new ArrayList<>();
        for (int i = 0; i < 4; i++) {
            answers.add(crowd.submit(() -> signIn("ben", code).status()));
        }
        int in = 0;
        for (Future<Integer> answer : answers) {
            in += answer.get() == 201 ? 1 : 0;
        }
        crowd.shutdown();

        assertThat(in).isEqualTo(1);
    }

    @Test
    void a_recovery_code_helps_once() {
        Person cleo = withSecondFactor("cleo");
        String recovery = cleo.recoveryCodes().get(3);

        assertThat(cleo.recoveryCodes()).hasSize(10).doesNotHaveDuplicates();
        assertThat(signIn("cleo", recovery).status()).isEqualTo(201);
        assertThat(signIn("cleo", recovery).problem()).isEqualTo("second-factor");
        assertThat(cleo.http()
                        .get("/v1/me/second-factor")
                        .json()
                        .path("recoveryCodesLeft")
                        .asInt())
                .isEqualTo(9);
        assertThat(marea.sql("select count(*) from cuenta.activity where action = 'recovery-code-used'"))
                .isEqualTo("1");
    }

    @Test
    void codes_cannot_be_tried_out_from_many_places() {
        withSecondFactor("dirk");
        int refused = 0;
        for (int i = 0; i < 8; i++) {
            if (i == 5) {
                marea.lengthenPauses();
            }
            refused += marea.guest()
                                    .send(
                                            "POST",
                                            "/v1/sessions",
                                            "{\"identifier\": \"dirk@post.example\", \"password\": \"" + PASSWORD
                                                    + "\", \"code\": \"00000" + i + "\"}",
                                            "X-Forwarded-For",
                                            "198.51.100." + i)
                                    .status()
                            == 429
                    ? 1
                    : 0;
        }

        assertThat(refused).isGreaterThanOrEqualTo(3);
    }

    @Test
    void the_session_goes_on_with_another_token() {
        signUp("emil");
        Http before = marea.as("emil@post.example", PASSWORD);
        JsonNode begun = before.post("/v1/me/second-factor", Map.of("password", PASSWORD))
                .status(201)
                .json();
        assertThat(before.post("/v1/me/second-factor", Map.of("password", "wrong rudders"))
                        .problem())
                .isEqualTo("invalid, /password wrong");
        assertThat(before.put("/v1/me/second-factor", Map.of("code", "123")).problem())
                .isEqualTo("invalid, /code wrong");
        JsonNode added = before.put(
                        "/v1/me/second-factor",
                        Map.of("code", code(begun.path("seed").asString(), 0)))
                .status(200)
                .json();

        assertThat(before.get("/v1/me").status()).isEqualTo(401);
        assertThat(marea.with(added.path("token").asString()).get("/v1/me").status())
                .isEqualTo(200);
    }

    @Test
    void whoever_lost_it_is_helped_by_an_operator_and_nobody_else() {
        Person flora = withSecondFactor("flora");
        Person gus = withSecondFactor("gus");

        assertThat(gus.http()
                        .delete("/v1/accounts/" + flora.id() + "/second-factor")
                        .status())
                .isEqualTo(404);
        assertThat(flora.http()
                        .post("/v1/me/second-factor/removal", Map.of("code", "000000"))
                        .problem())
                .isEqualTo("second-factor");
        marea.operator().delete("/v1/accounts/" + flora.id() + "/second-factor").status(204);
        assertThat(flora.http().get("/v1/me").status()).isEqualTo(401);
        assertThat(signIn("flora", null).status()).isEqualTo(201);
        String token = gus.http()
                .post("/v1/me/second-factor/removal", Map.of("code", gus.code(1)))
                .status(200)
                .json()
                .path("token")
                .asString();
        assertThat(marea.with(token)
                        .get("/v1/me/second-factor")
                        .json()
                        .path("active")
                        .asBoolean())
                .isFalse();
    }

    @Test
    void a_tenant_that_demands_one_is_not_there_for_whoever_comes_without() {
        String harbour = marea.sql("select id from cuenta.tenant where name = 'Isla Verde'");
        marea.operator()
                .patch("/v1/tenants/" + harbour, Map.of("secondFactor", true))
                .status(200);
        Person hera = withSecondFactor("hera");
        marea.sql("insert into cuenta.membership (account_id, tenant_id) values ('" + hera.id() + "', '" + harbour
                + "')");
        marea.sql("insert into cuenta.role_given (account_id, role, tenant_id) values ('" + hera.id() + "', 2, '"
                + harbour + "')");
        assertThat(hera.http()
                        .send("GET", "/v1/accounts", null, "Cuenta-Tenant", harbour)
                        .status())
                .isEqualTo(200);

        marea.sql("update cuenta.session set strong = false");
        assertThat(hera.http()
                        .send("GET", "/v1/accounts", null, "Cuenta-Tenant", harbour)
                        .status())
                .isEqualTo(404);
        assertThat(hera.http().get("/v1/me").status()).isEqualTo(200);
        marea.operator()
                .patch("/v1/tenants/" + harbour, Map.of("secondFactor", false))
                .status(200);
        assertThat(hera.http()
                        .send("GET", "/v1/accounts", null, "Cuenta-Tenant", harbour)
                        .status())
                .isEqualTo(200);
    }

    @Test
    void a_role_that_demands_one_counts_only_with_it() {
        String strict = Models.source("account-model.yaml").replace("may: ['*'] }", "may: ['*'], secondFactor: true }");
        try (RunningService other = RunningService.marea()) {
            other.publish(strict, "administrators-lost:roles");
            Http operator = other.operator();
            Http.Answer refused = operator.get("/v1/services");
            assertThat(refused.status()).isEqualTo(403);
            assertThat(refused.json().path("detail").asString()).contains("cuenta second-factor add");
            assertThat(operator.get("/v1/me").status()).isEqualTo(200);

            JsonNode begun = operator.post("/v1/me/second-factor", Map.of("password", RunningService.OPERATOR_PASSWORD))
                    .json();
            String token = operator.put(
                            "/v1/me/second-factor",
                            Map.of("code", code(begun.path("seed").asString(), 0)))
                    .json()
                    .path("token")
                    .asString();
            assertThat(other.with(token).get("/v1/services").status()).isEqualTo(200);
        }
    }

    private record Person(String id, String seed, List<String> recoveryCodes, Http http) {
        String code(int stepsAhead) {
            return SecondFactorTest.code(seed, stepsAhead);
        }
    }

    private static Person withSecondFactor(String name) {
        String id = signUp(name);
        Http http = marea.as(name + "@post.example", PASSWORD);
        String seed = http.post("/v1/me/second-factor", Map.of("password", PASSWORD))
                .status(201)
                .json()
                .path("seed")
                .asString();
        JsonNode added = http.put("/v1/me/second-factor", Map.of("code", code(seed, 0)))
                .status(200)
                .json();
        List<String> codes = new ArrayList<>();
        added.path("recoveryCodes").forEach(code -> codes.add(code.asString()));
        return new Person(id, seed, codes, marea.with(added.path("token").asString()));
    }

    private static String code(String seed, int stepsAhead) {
        return Authenticator.code(seed, stepsAhead);
    }

    private static Http.Answer signIn(String name, @Nullable String code) {
        Map<String, String> body = code == null
                ? Map.of("identifier", name + "@post.example", "password", PASSWORD)
                : Map.of("identifier", name + "@post.example", "password", PASSWORD, "code", code);
        return marea.guest().post("/v1/sessions", body);
    }
}
