package dev.cuenta.service.account;

import static org.assertj.core.api.Assertions.assertThat;

import dev.cuenta.service.testing.Http;
import dev.cuenta.service.testing.OnMarea;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.UUID;
import java.util.stream.Collectors;
import java.util.stream.IntStream;
import org.junit.jupiter.api.Test;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;

/** Many accounts in one question: each as it would be read by itself, in the order asked, and what is not there by name. */
class LookupTest extends OnMarea {
    private static final JsonMapper JSON = JsonMapper.builder().build();

    private static JsonNode lookUp(Http asking, Object body, String... headers) {
        return asking.send("POST", "/v1/accounts/lookup", JSON.writeValueAsString(body), headers)
                .status(200)
                .json();
    }

    @Test
    void accounts_are_found_by_id_as_they_would_be_read() {
        List<String> ids = marea.sql("select string_agg(id::text, ' ' order by md5(id::text)) from accounts.account")
                .lines()
                .flatMap(line -> List.of(line.split(" ")).stream())
                .toList();
        String nobody = UUID.randomUUID().toString();
        List<Object> values = new ArrayList<>(ids);
        values.add(1, nobody);
        values.add("no id at all");
        values.add(ids.get(0));
        Http operator = marea.operator();

        JsonNode found = lookUp(operator, Map.of("values", values));
        assertThat(texts(found.path("missing"))).containsExactly(nobody, "no id at all");
        assertThat(found.path("items")).hasSize(ids.size());
        for (int i = 0; i < ids.size(); i++) {
            JsonNode item = found.path("items").get(i);
            assertThat(item.path("asked").asString()).isEqualTo(ids.get(i));
            if (i % 20 == 0) {
                assertThat(item.path("account"))
                        .isEqualTo(operator.get("/v1/accounts/" + ids.get(i)).json());
            }
        }
    }

    @Test
    void or_by_what_is_unique_and_may_be_read_in_whatever_capitals() {
        String id = signUp("lotte");
        JsonNode found = lookUp(
                marea.operator(),
                Map.of("by", "email", "values", List.of("LOTTE@Post.example", "none@post.example", "?")));
        assertThat(found.path("items").get(0).path("account").path("id").asString())
                .isEqualTo(id);
        assertThat(texts(found.path("missing"))).containsExactly("none@post.example", "?");

        assertThat(marea.operator()
                        .post("/v1/accounts/lookup", Map.of("by", "theme", "values", List.of("day")))
                        .problem())
                .isEqualTo("invalid, /by unknown");
        Http berths = marea.with(marea.serviceKey("berths"));
        assertThat(berths.post("/v1/accounts/lookup", Map.of("by", "email", "values", List.of("lotte@post.example")))
                        .problem())
                .isEqualTo("invalid, /by unknown");
        JsonNode own = lookUp(berths, Map.of("values", List.of(id)))
                .path("items")
                .get(0)
                .path("account");
        assertThat(own).isEqualTo(berths.get("/v1/accounts/" + id).json());
        assertThat(own.has("email")).isFalse();
    }

    @Test
    void within_a_tenant_others_are_not_there() {
        String tomas = marea.idOf("tomas.rey@marea.example");
        String harbour = marea.sql("select id from cuenta.tenant where name = 'Punta Clara'");
        String elsewhere = signUp("freya");
        JsonNode found =
                lookUp(marea.operator(), Map.of("values", List.of(elsewhere, tomas)), "Cuenta-Tenant", harbour);
        assertThat(texts(found.path("missing"))).containsExactly(elsewhere);
        assertThat(found.path("items")).hasSize(1);
        assertThat(person("gudrun")
                        .post("/v1/accounts/lookup", Map.of("values", List.of(tomas)))
                        .status())
                .isEqualTo(403);
        assertThat(marea.guest()
                        .post("/v1/accounts/lookup", Map.of("values", List.of(tomas)))
                        .status())
                .isEqualTo(401);
    }

    @Test
    void no_more_than_a_thousand_and_nothing_that_is_no_value() {
        Http operator = marea.operator();
        for (Object values : List.of(
                List.of(), IntStream.range(0, 1001).mapToObj(String::valueOf).toList())) {
            assertThat(operator.post("/v1/accounts/lookup", Map.of("values", values))
                            .problem())
                    .isEqualTo("invalid, /values range");
        }
        assertThat(operator.post("/v1/accounts/lookup", Map.of("values", List.of("a", Map.of("id", "x"))))
                        .problem())
                .isEqualTo("invalid, /values/1 type");
        assertThat(operator.post("/v1/accounts/lookup", Map.of()).problem()).isEqualTo("invalid, /values required");
        assertThat(operator.post("/v1/accounts/lookup", Map.of("values", List.of("a"), "fields", List.of("gateCode")))
                        .problem())
                .isEqualTo("invalid, /fields unknown");
    }

    private static List<String> texts(JsonNode list) {
        return list.valueStream().map(JsonNode::asString).collect(Collectors.toList());
    }
}
