package dev.cuenta.service.sharing;

import static org.assertj.core.api.Assertions.assertThat;

import dev.cuenta.core.model.Models;
import dev.cuenta.service.testing.Http;
import dev.cuenta.service.testing.OnMarea;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.Test;
import tools.jackson.databind.JsonNode;

/** What a service's code knows, as it says when it starts. */
class VocabularyTest extends OnMarea {
    private static Map<String, Object> kinds(String... kinds) {
        return Map.of("kinds", List.of(kinds), "permissions", List.of("berths.assign"));
    }

    private static JsonNode berths() {
        return marea.keyHolder()
                .get("/v1/services")
                .json()
                .path("items")
                .valueStream()
                .filter(service -> service.path("name").asString().equals("berths"))
                .findFirst()
                .orElseThrow();
    }

    @Test
    void a_service_is_told_where_its_code_differs_and_so_are_people() {
        Http service = marea.with(marea.serviceKey("berths"));
        assertThat(service.put("/v1/services/berths/vocabulary", kinds("berthHolder", "contractor", "staff"))
                        .status(200)
                        .json()
                        .path("differences"))
                .isEmpty();
        JsonNode differences = service.put("/v1/services/berths/vocabulary", kinds("berthHolder", "crew", "staff"))
                .status(200)
                .json()
                .path("differences");
        assertThat(differences.valueStream().map(gap -> gap.path("detail").asString()))
                .containsExactly("There is no kind `crew`.", "The kind `contractor` is not known to the code.");
        assertThat(berths().path("vocabulary").path("differences")).isEqualTo(differences);
        assertThat(service.put("/v1/services/billing/vocabulary", kinds("staff"))
                        .status())
                .isEqualTo(404);
        assertThat(marea.guest()
                        .put("/v1/services/berths/vocabulary", kinds("staff"))
                        .status())
                .isEqualTo(401);
    }

    @Test
    void what_would_differ_is_told_before_it_is_published() {
        marea.with(marea.serviceKey("gates"))
                .put("/v1/services/gates/vocabulary", Map.of("kinds", List.of("berthHolder", "contractor", "staff")))
                .status(200);
        String next = Models.source("account-model.yaml")
                .replace(
                        "  contractor:  { label: Contractor, profiles: [person] }",
                        "  contractor:  { label: Contractor, profiles: [person] }\n  skipper:  { label: Skipper, profiles: [person] }");
        JsonNode diff = marea.keyHolder()
                .post("/v1/model/diffs", Map.of("source", next))
                .status(200)
                .json();
        assertThat(diff.path("changes")
                        .valueStream()
                        .filter(change -> change.path("path").asString().startsWith("gates."))
                        .map(change -> change.path("what").asString()))
                .containsExactly("The code of `gates` differs: The kind `skipper` is not known to the code.");
    }

    @Test
    void nobody_sends_more_than_a_code_spells_out() {
        List<String> many = new ArrayList<>();
        for (int i = 0; i < 2001; i++) {
            many.add("kind" + i);
        }
        assertThat(marea.keyHolder()
                        .put("/v1/services/berths/vocabulary", Map.of("kinds", many))
                        .problem())
                .isEqualTo("invalid,  length");
    }
}
