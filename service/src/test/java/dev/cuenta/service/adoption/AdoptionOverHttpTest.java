package dev.cuenta.service.adoption;

import static org.assertj.core.api.Assertions.assertThat;

import dev.cuenta.service.testing.Http;
import dev.cuenta.service.testing.OnMarea;
import dev.cuenta.service.testing.RunningService;
import java.util.ArrayList;
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
