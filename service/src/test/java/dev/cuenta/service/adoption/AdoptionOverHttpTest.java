package dev.cuenta.service.adoption;

import static org.assertj.core.api.Assertions.assertThat;

import dev.cuenta.core.model.Models;
import dev.cuenta.service.testing.Http;
import dev.cuenta.service.testing.OnMarea;
import dev.cuenta.service.testing.RunningService;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.concurrent.CompletableFuture;
import java.util.stream.IntStream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import tools.jackson.databind.JsonNode;

/** What a program may send of another program's rows, and what becomes of it. */
class AdoptionOverHttpTest extends OnMarea {
    private static Map<String, Object> row(String key, String email, Object... more) {
        Map<String, Object> values =
                new LinkedHashMap<>(Map.of("email", email, "person.givenName", "Ida", "person.familyName", "Holm"));
        for (int i = 0; i < more.length; i += 2) {
            values.put((String) more[i], more[i + 1]);
        }
        return new LinkedHashMap<>(Map.of("key", key, "values", values));
    }

    private static List<String> adopt(String source, Map<String, Object> clashes, List<Map<String, Object>> rows) {
        JsonNode items = marea.operator()
                .post("/v1/adoptions/" + source, Map.of("accounts", rows, "clashes", clashes))
                .status(200)
                .json()
                .path("items");
        List<String> outcomes = new ArrayList<>();
        items.forEach(item -> outcomes.add(
                item.path("key").asString() + " " + item.path("outcome").asString()));
        return outcomes;
    }

    @Test
    void rows_of_one_batch_meet_each_other_as_if_they_came_one_by_one() {
        List<Map<String, Object>> rows = List.of(
                row("1", "one@post.example"),
                row("2", "ONE@post.example"),
                row("1", "one@post.example"),
                row("3", "three@post.example"),
                row("", "four@post.example"));

        assertThat(adopt("batch", Map.of(), rows))
                .containsExactly("1 BROUGHT", "2 CLASHING", "1 PRESENT", "3 BROUGHT", " SKIPPED");
        assertThat(adopt("batch", Map.of("email", "join"), rows))
                .containsExactly("1 PRESENT", "2 JOINED", "1 PRESENT", "3 PRESENT", " SKIPPED");
    }

    /** Two programs send the same people at the same moment: each is one account, and every row is accounted for. */
    @Test
    void two_that_adopt_the_same_people_at_once_make_nobody_twice() {
        List<CompletableFuture<List<String>>> both = IntStream.range(0, 2)
                .mapToObj(half -> CompletableFuture.supplyAsync(() -> {
                    List<String> outcomes = new ArrayList<>();
                    for (int batch = 0; batch < 8; batch++) {
                        List<Map<String, Object>> rows = new ArrayList<>();
                        for (int i = 0; i < 25; i++) {
                            rows.add(row("k" + batch + "-" + i, "race" + batch + "-" + i + "@post.example"));
                        }
                        outcomes.addAll(adopt("race-" + half, Map.of(), rows));
                    }
                    return outcomes;
                }))
                .toList();
        List<String> all = new ArrayList<>();
        both.forEach(outcomes -> all.addAll(outcomes.join()));

        assertThat(all).hasSize(400).allMatch(outcome -> outcome.endsWith("BROUGHT") || outcome.endsWith("CLASHING"));
        assertThat(all.stream().filter(outcome -> outcome.endsWith("BROUGHT"))).hasSize(200);
        assertThat(marea.sql("select count(*) from accounts.account where email like 'race%'"))
                .isEqualTo("200");
        assertThat(marea.sql("select count(*) from cuenta.adopted where source like 'race-%'"))
                .isEqualTo("200");
    }

    @Test
    void values_that_do_not_fit_are_left_out_by_name_and_never_repeated() {
        Http.Answer answer = marea.operator()
                .post(
                        "/v1/adoptions/odd",
                        Map.of(
                                "accounts",
                                List.of(row(
                                        "7",
                                        "odd@post.example",
                                        "phone",
                                        "pier seven",
                                        "person.bornOn",
                                        "1974-03-09",
                                        "fax",
                                        "none"))))
                .status(200);

        assertThat(answer.everything())
                .contains("BROUGHT", "/phone", "/fax", "The live model has no field `fax`")
                .doesNotContain("pier seven");
        assertThat(marea.sql(
                        "select born_on, phone is null from accounts.profile_person p join accounts.account a on a.id = p.account_id"
                                + " where email = 'odd@post.example'"))
                .isEqualTo("1974-03-09|t");
    }

    @Test
    void an_adopted_account_has_its_roles_and_its_dates_and_goes_with_its_map() {
        Map<String, Object> row = row("9", "dates@post.example");
        row.put("created", "2018-05-02 10:00:00");
        row.put("lastModified", "2020-01-01T00:00:00Z");
        adopt("dates", Map.of(), List.of(row));
        String account = "/v1/accounts/" + marea.idOf("dates@post.example");
        JsonNode shown = marea.operator().get(account).status(200).json();

        assertThat(shown.path("meta").path("created").asString()).isEqualTo("2018-05-02T10:00:00Z");
        assertThat(shown.path("meta").path("lastModified").asString()).isEqualTo("2020-01-01T00:00:00Z");
        assertThat(shown.path("roles").toString()).isEqualTo("[\"boater\"]");
        marea.operator().delete(account).status(204);
        assertThat(marea.sql("select count(*) from cuenta.adopted where source = 'dates'"))
                .isEqualTo("0");
    }

    private static Map<String, Object> belonging(String key, Map<String, Object> more) {
        Map<String, Object> row = row(key, key + "@belongs.example");
        row.putAll(more);
        return row;
    }

    private static JsonNode shown(String key) {
        return marea.operator()
                .get("/v1/accounts/" + marea.idOf(key + "@belongs.example"))
                .status(200)
                .json();
    }

    @Test
    void a_row_comes_with_its_kind_roles_tenants_and_confirmations() {
        Map<String, Object> harbours = Map.of(
                "kind",
                "contractor",
                "roles",
                List.of(),
                "tenants",
                List.of(
                        Map.of(
                                "name",
                                "Punta Clara",
                                "roles",
                                List.of("harbourMaster"),
                                "since",
                                "2024-05-06T07:08:09Z"),
                        Map.of("name", "Porto Novo")),
                "confirmed",
                Map.of("email", "yes"),
                "created",
                "2024-05-06");
        adopt("belongs", Map.of(), List.of(belonging("ana", harbours), belonging("bea", harbours)));
        adopt("belongs", Map.of(), List.of(belonging("cleo", harbours)));

        JsonNode ana = shown("ana");
        assertThat(ana.path("kind").asString()).isEqualTo("contractor");
        assertThat(ana.path("roles").toString()).isEqualTo("[\"harbourMaster\"]");
        assertThat(ana.path("tenants").get(0).path("since").asString()).isEqualTo("2024-05-06T00:00:00Z");
        assertThat(ana.path("tenants").get(1).path("since").asString()).isEqualTo("2024-05-06T07:08:09Z");
        assertThat(ana.path("tenants").get(1).path("roles").toString()).isEqualTo("[\"harbourMaster\"]");
        assertThat(ana.path("meta").path("confirmed").path("email").asString()).isEqualTo("2024-05-06T00:00:00Z");
        assertThat(marea.sql("select count(*) from cuenta.tenant where name = 'Porto Novo'"))
                .isEqualTo("1");
        assertThat(marea.sql("select count(*) from cuenta.membership m join cuenta.tenant t on t.id = m.tenant_id"
                        + " where t.name = 'Porto Novo'"))
                .isEqualTo("3");
    }

    @Test
    @SuppressWarnings("unchecked") // made here
    void what_belongs_to_somebody_in_a_tenant_comes_with_the_one_that_the_row_names() {
        Map<String, Object> one = Map.of("tenants", List.of(Map.of("name", "Porto Lanzado")));
        Map<String, Object> two =
                Map.of("tenants", List.of(Map.of("name", "Porto Lanzado"), Map.of("name", "Punta Clara")));
        List<Map<String, Object>> rows = new ArrayList<>();
        for (Map.Entry<String, Map<String, Object>> each : Map.of(
                        "una", one, "vic", one, "wim", two, "yan", Map.<String, Object>of())
                .entrySet()) {
            Map<String, Object> row = new LinkedHashMap<>(belonging(each.getKey(), each.getValue()));
            Map<String, Object> values = new LinkedHashMap<>((Map<String, Object>) row.get("values"));
            values.put("stay.term", "year");
            values.put("stay.locker", "K07");
            row.put("values", values);
            rows.add(row);
        }
        rows.sort(Comparator.comparing(row -> String.valueOf(row.get("key"))));
        JsonNode items = marea.operator()
                .post("/v1/adoptions/stays", Map.of("accounts", rows))
                .status(200)
                .json()
                .path("items");

        assertThat(shown("una").path("tenants").get(0).path("stay").toString())
                .isEqualTo("{\"term\":\"year\",\"locker\":\"K07\"}");
        assertThat(shown("vic").path("tenants").get(0).path("stay").toString()).isEqualTo("{\"term\":\"year\"}");
        assertThat(items.get(1).toString()).contains("Another account of the tenant has this `stay.locker`");
        assertThat(items.get(2).toString())
                .contains("`stay.term` has a value in each tenant, and the row names several.");
        assertThat(items.get(3).toString()).contains("the row names none.");
        assertThat(shown("wim").path("tenants").toString()).doesNotContain("stay");
    }

    @Test
    void what_the_model_does_not_have_is_left_out_and_named() {
        Http.Answer answer = marea.operator()
                .post(
                        "/v1/adoptions/unknown",
                        Map.of(
                                "accounts",
                                List.of(
                                        belonging("dora", Map.of("roles", List.of("pirate", "harbourMaster"))),
                                        belonging("eva", Map.of("kind", "pirate")),
                                        belonging("fay", Map.of("confirmed", Map.of("phone", "yes"))),
                                        belonging("gro", Map.of("tenants", List.of(Map.of("id", "7")))))))
                .status(200);

        assertThat(answer.json().path("items").findValuesAsString("outcome"))
                .containsExactly("BROUGHT", "SKIPPED", "BROUGHT", "BROUGHT");
        assertThat(answer.everything())
                .contains(
                        "The live model has no role `pirate`.",
                        "`harbourMaster` counts within a tenant, and the row names none.",
                        "The live model has no kind `pirate`.",
                        "The live model has no field `phone` that is confirmed.",
                        "A tenant is named by `name`");
        assertThat(shown("dora").path("roles").toString()).isEqualTo("[]");
    }

    @Test
    void what_was_anonymised_does_not_come_back() {
        Map<String, Object> kari = belonging("kari", Map.of("id", "0190a3f2-1c5e-7d84-9b1a-6f0e2d3c4b5a"));
        adopt("first", Map.of(), List.of(kari));
        marea.operator()
                .post("/v1/accounts/" + kari.get("id") + "/anonymisation", Map.of())
                .status(204);

        assertThat(adopt("second", Map.of("id", "join"), List.of(kari))).containsExactly("kari CLASHING");
        assertThat(marea.sql("select count(*) from accounts.account where email like 'kari%'"))
                .isEqualTo("0");
    }

    /** To adopt is not to rule: roles, memberships and tenants need the same permissions as one by one. */
    @Test
    void nobody_adopts_accounts_that_may_more_than_they() {
        marea.publish(
                Models.source("account-model.yaml")
                        .replace(
                                "  administrator: {",
                                "  mover: { number: 7, may: [accounts.adopt] }\n"
                                        + "  joiner: { number: 8, may: [accounts.adopt, memberships.write] }\n  administrator: {"));
        Http mover = holder("mover");
        Http joiner = holder("joiner");
        List<Map<String, Object>> risen =
                List.of(belonging("hal", Map.of("roles", List.of("administrator", "boater"))));

        assertThat(mover.post("/v1/adoptions/risen", Map.of("accounts", risen))
                        .status(200)
                        .everything())
                .contains("BROUGHT", "You may not give `administrator`.");
        assertThat(shown("hal").path("roles").toString()).isEqualTo("[\"boater\"]");

        Map<String, Object> there = joining("ines", "Punta Clara");
        Map<String, Object> made = joining("jon", "Porto Seco");
        mover.post("/v1/adoptions/risen", there).status(403);
        joiner.post("/v1/adoptions/risen", made).status(403);
        joiner.post("/v1/adoptions/risen", there).status(200);
        assertThat(marea.sql("select count(*) from cuenta.tenant where name = 'Porto Seco'"))
                .isEqualTo("0");
    }

    private static Map<String, Object> joining(String key, String tenant) {
        return Map.of("accounts", List.of(belonging(key, Map.of("tenants", List.of(Map.of("name", tenant))))));
    }

    private static Http holder(String role) {
        marea.operator()
                .post(
                        "/v1/accounts",
                        Map.of(
                                "email",
                                role + "@post.example",
                                "password",
                                RunningService.OPERATOR_PASSWORD,
                                "roles",
                                List.of(role),
                                "person",
                                Map.of("givenName", "Sten", "familyName", "Ray")))
                .status(201);
        return marea.as(role + "@post.example", RunningService.OPERATOR_PASSWORD);
    }

    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            value = {
                "old harbour | {\"accounts\": []}                                   | invalid, /source name",
                "old         | {\"accounts\": 7}                                    | invalid, /accounts type",
                "old         | {\"accounts\": [7]}                                  | invalid, /accounts/0 type",
                "old         | {\"accounts\": [], \"clashes\": {\"id\": \"force\"}} | invalid, /clashes option",
                "old         | {\"accounts\": [], \"kind\": \"pirate\"}             | invalid, /kind option"
            })
    void what_cannot_be_read_is_refused_by_name(String source, String body, String problem) {
        Http.Answer answer = marea.operator().send("POST", "/v1/adoptions/" + source, body);

        assertThat(answer.status(422).problem()).isEqualTo(problem);
    }

    @Test
    void only_who_may_do_everything_adopts() {
        marea.guest()
                .post(
                        "/v1/sign-ups",
                        Map.of(
                                "email",
                                "sten@post.example",
                                "password",
                                RunningService.OPERATOR_PASSWORD,
                                "person",
                                Map.of("givenName", "Sten", "familyName", "Ray")))
                .status(201);
        Http sten = marea.as("sten@post.example", RunningService.OPERATOR_PASSWORD);

        sten.post("/v1/adoptions/old", Map.of("accounts", List.of())).status(403);
        sten.get("/v1/adoptions").status(403);
        sten.get("/v1/adoptions/old/ids").status(403);
        sten.post("/v1/model/databases", Map.of("name", "marea_stolen")).status(403);
        marea.guest().get("/v1/adoptions").status(401);
    }
}
