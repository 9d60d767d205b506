package dev.cuenta.service.body;

import static org.assertj.core.api.Assertions.assertThat;

import dev.cuenta.service.testing.Http;
import dev.cuenta.service.testing.RawHttp;
import dev.cuenta.service.testing.RunningService;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.stream.Collectors;
import java.util.stream.IntStream;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;

/** What comes in badly is refused with words, by its place, and holds up nobody else. */
class RefusedRequestsTest {
    private static final int MORE_THAN_THREADS = 60;
    private static final JsonMapper JSON = JsonMapper.builder().build();

    private static RunningService marea;
    private static Http operator;

    @BeforeAll
    static void start() {
        marea = RunningService.marea();
        operator = marea.operator();
    }

    @AfterAll
    static void stop() {
        marea.close();
    }

    @Test
    void bodies_that_never_come_hold_up_nobody_and_are_given_up() {
        List<RawHttp> slow = new ArrayList<>();
        try {
            for (int i = 0; i < MORE_THAN_THREADS; i++) {
                RawHttp connection = new RawHttp(marea.url());
                connection.say("POST /v1/sessions HTTP/1.1\r\nHost: marea\r\nContent-Type: application/json\r\n"
                        + "Content-Length: 100\r\n\r\n{");
                slow.add(connection);
            }
            assertThat(operator.get("/v1/me").status()).isEqualTo(200);
            assertThat(marea.guest().get("/actuator/health/liveness").status()).isEqualTo(200);
            slow.get(0).say("\"");

            assertThat(slow.get(0).answer())
                    .startsWith("HTTP/1.1 408")
                    .contains("application/problem+json", "urn:cuenta:problem:too-slow", "within 10 seconds");
            assertThat(operator.get("/v1/me").status())
                    .as("after all were given up")
                    .isEqualTo(200);
        } finally {
            slow.forEach(RawHttp::close);
        }
    }

    @Test
    void a_body_in_pieces_is_read_as_a_whole() {
        try (RawHttp connection = new RawHttp(marea.url())) {
            connection.say("POST /v1/password-assessments HTTP/1.1\r\nHost: marea\r\nContent-Type: application/json\r\n"
                    + "Transfer-Encoding: chunked\r\n\r\n");
            for (String piece : List.of("{\"pass", "word\": \"five grey", " gulls\"}")) {
                connection.say(Integer.toHexString(piece.length()) + "\r\n" + piece + "\r\n");
                pause();
            }
            connection.say("0\r\n\r\n");

            assertThat(connection.answer()).startsWith("HTTP/1.1 200").contains("\"strength\"");
        }
    }

    private static void pause() {
        try {
            Thread.sleep(40);
        } catch (InterruptedException stopping) {
            Thread.currentThread().interrupt();
        }
    }

    @ParameterizedTest
    @ValueSource(strings = {"announced", "in chunks"})
    void more_than_an_address_takes_is_refused_before_it_is_there(String how) {
        try (RawHttp connection = new RawHttp(marea.url())) {
            boolean announced = how.equals("announced");
            connection.say("POST /v1/sign-ups HTTP/1.1\r\nHost: marea\r\nContent-Type: application/json\r\n"
                    + (announced ? "Content-Length: 31457280\r\n\r\n" : "Transfer-Encoding: chunked\r\n\r\n"));
            for (int i = 0; i < (announced ? 1 : 20); i++) {
                connection.say((announced ? "" : "20000\r\n") + " ".repeat(0x20000) + (announced ? "" : "\r\n"));
            }
            assertThat(connection.answer())
                    .startsWith("HTTP/1.1 413")
                    .contains("urn:cuenta:problem:too-large", "1 MiB at most");
        }
    }

    /** By the document, so that the next record is held to it as well. */
    @Test
    void whatever_a_record_must_have_is_asked_for_by_its_place() {
        JsonNode document = operator.get("/v1/openapi.json").json();
        List<String> asked = new ArrayList<>();
        for (var path : document.path("paths").properties()) {
            for (var operation : path.getValue().properties()) {
                JsonNode schema =
                        resolved(operation.getValue().at("/requestBody/content/application~1json/schema"), document);
                for (JsonNode required : schema.path("required")) {
                    String name = required.asString();
                    if (document.at("/components/schemas/SignUp/properties").has(name) && name.equals("email")) {
                        continue; // the model's own, and refused where it is read
                    }
                    String address = path.getKey().replaceAll("\\{\\w+}", "1");
                    for (boolean present : List.of(true, false)) {
                        Map<String, Object> body = complete(schema, document);
                        body.remove(name);
                        if (present) {
                            body.put(name, null);
                        }
                        assertThat(operator.send(
                                                operation.getKey().toUpperCase(Locale.ROOT),
                                                address,
                                                JSON.writeValueAsString(body))
                                        .problem())
                                .as(operation.getKey() + " " + address + " " + body)
                                .isEqualTo("invalid, /" + name + " required");
                    }
                    asked.add(address + " " + name);
                }
            }
        }
        assertThat(asked).hasSizeGreaterThan(30).contains("/v1/sessions password", "/v1/checks account");
    }

    @Test
    void a_secret_is_a_text_like_any_other_and_what_is_missing_is_named() {
        assertThat(operator.send("POST", "/v1/sessions", "{\"identifier\": \"x\", \"password\": 12}")
                        .json()
                        .path("detail")
                        .asString())
                .isEqualTo("Must be a text.");
        assertThat(operator.send("POST", "/v1/sessions", "{\"identifier\": \"x\"}")
                        .json()
                        .path("detail")
                        .asString())
                .isEqualTo("`password` is required.");
    }

    private static JsonNode resolved(JsonNode schema, JsonNode document) {
        return schema.has("$ref") ? document.at(schema.path("$ref").asString().substring(1)) : schema;
    }

    private static Map<String, Object> complete(JsonNode schema, JsonNode document) {
        Map<String, Object> body = new LinkedHashMap<>();
        for (JsonNode required : schema.path("required")) {
            JsonNode property = resolved(schema.path("properties").path(required.asString()), document);
            body.put(
                    required.asString(),
                    property.has("enum")
                            ? property.path("enum").get(0).asString()
                            : switch (property.path("type").asString("")) {
                                case "integer" -> 1;
                                case "boolean" -> true;
                                case "array" -> List.of();
                                case "object" -> Map.of();
                                default -> "x";
                            });
        }
        return body;
    }

    /** What is not the method's, the address's or the type's own. */
    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            quoteCharacter = '`',
            value = {
                "POST|/v1/retention/previews|{\"rule\": \"x\", \"days\": 1}|invalid, /days unknown",
                "POST|/v1/tenants|{\"name\": \"Pier\", \"colour\": \"red\"}|invalid, /colour unknown",
                "POST|/v1/tenants|{\"name\": 7}|invalid, /name type",
                "POST|/v1/services/berths/keys|{\"days\": 1, \"scopes\": [\"x\"]}|invalid, /scopes unknown",
                "POST|/v1/services/berths/keys|{\"days\": 1.5}|invalid, /days type",
                "POST|/v1/services/berths/keys|{\"days\": \"1\"}|invalid, /days type",
                "POST|/v1/checks|{\"account\": \"x\", \"permission\": \"accounts.read\", \"all\": true}|invalid, /all unknown",
                "POST|/v1/seeds|{\"tenants\": [], \"people\": []}|invalid, /people unknown",
                "POST|/v1/seeds|{\"tenants\": [null]}|invalid, /tenants/0 null",
                "POST|/v1/seeds|{\"accounts\": [{\"email\": \"a\\u0000b\"}]}|invalid, /accounts/0/email text",
                "POST|/v1/seeds|{\"accounts\": [{\"email\": \"a\\ud800b\"}]}|invalid, /accounts/0/email text",
                "POST|/v1/seeds|{\"accounts\": [7]}|invalid, /accounts/0 type",
                "POST|/v1/sessions|{\"identifier\": \"a\", \"password\": \"b\", \"remember\": true}|invalid, /remember unknown",
                "PUT|/v1/me/password|{\"current\": \"a\", \"password\": \"b\", \"keep\": true}|invalid, /keep unknown",
                "POST|/v1/tenants|{\"name\": \"a\", \"name\": \"b\"}|malformed",
                "POST|/v1/tenants|{\"name\": \"a\"} {}|malformed",
                "POST|/v1/tenants|{\"name\": |malformed",
                "POST|/v1/tenants||malformed",
                "POST|/v1/tenants|null|malformed"
            })
    void what_does_not_belong_in_a_body_is_refused_by_its_place(
            String method, String address, String body, String problem) {
        assertThat(operator.send(method, address, body).problem()).isEqualTo(problem);
    }

    @Test
    void nesting_without_end_is_refused() {
        String deep = "{\"name\": " + "[".repeat(50_000) + "]".repeat(50_000) + "}";

        assertThat(operator.send("POST", "/v1/tenants", deep).problem()).isEqualTo("malformed");
    }

    @Test
    void of_very_many_mistakes_the_first_are_told() {
        String keys =
                IntStream.range(0, 5000).mapToObj(key -> "\"k" + key + "\": 1").collect(Collectors.joining(", "));
        Http.Answer answer =
                marea.guest().send("POST", "/v1/sign-ups", "{\"password\": \"five grey gulls\", " + keys + "}");

        assertThat(answer.json().path("detail").asString()).contains("values were refused; the first 50 are named");
        assertThat(answer.json().path("errors").size()).isEqualTo(50);
        assertThat(answer.response().body().length()).isLessThan(10_000);
    }

    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            value = {
                "/v1/accounts?limit=abc|invalid, /limit type",
                "/v1/activity?before=x|invalid, /before type",
                "/v1/accounts?filter=%|malformed",
                "/v1/accounts?filter=%zz|malformed",
                "/v1/accounts?filter=email%20eq%20%22%00%22|malformed",
                "/v1/accounts/%00|malformed"
            })
    void an_address_that_cannot_be_read_is_refused(String address, String problem) {
        String answer = RawHttp.ask(
                marea.url(),
                "GET " + address + " HTTP/1.1\r\nHost: marea\r\nAuthorization: Bearer " + marea.key() + "\r\n\r\n");

        assertThat(answer).startsWith("HTTP/1.1 4").contains("application/problem+json");
        assertThat(answer.contains("urn:cuenta:problem:" + problem.split(",")[0]) || answer.contains("about:blank"))
                .as(answer)
                .isTrue();
        assertThat(marea.log()).doesNotContain("%zz");
    }

    @ParameterizedTest
    @ValueSource(strings = {"*/*", "application/cuenta+json", "text/plain", "multipart/form-data", "not a type"})
    void only_json_is_read(String type) {
        Http.Answer answer = operator.send("PATCH", "/v1/me", "{\"theme\": \"night\"}", "Content-Type", type);

        assertThat(answer.status()).as(answer.everything() + marea.log()).isEqualTo(415);
        assertThat(answer.response().headers().firstValue("Content-Type")).hasValue("application/problem+json");
    }

    @Test
    void a_merge_patch_is_a_patch_and_nothing_else() {
        String type = "application/merge-patch+json";
        assertThat(operator.send("PATCH", "/v1/me", "{\"theme\": \"night\"}", "Content-Type", type)
                        .status())
                .isEqualTo(200);
        assertThat(operator.send("POST", "/v1/tenants", "{\"name\": \"Pier\"}", "Content-Type", type)
                        .status())
                .isEqualTo(415);
    }

    @Test
    void a_form_cut_short_is_refused_and_a_whole_one_read() {
        String form = "application/x-www-form-urlencoded";
        assertThat(operator.send("POST", "/v1/tokens/introspection", "token=%z", "Content-Type", form)
                        .problem())
                .isEqualTo("malformed");
        assertThat(marea.log()).doesNotContain("%z");
        assertThat(marea.guest()
                        .form("/v1/tokens/introspection", Map.of("token", "x"))
                        .status())
                .isEqualTo(401);
    }

    @Test
    void a_method_that_is_not_there_says_which_are() {
        Http.Answer answer = operator.send("PUT", "/v1/tenants", "{}");

        assertThat(answer.status()).isEqualTo(405);
        assertThat(answer.response().headers().firstValue("Allow").orElse("")).contains("GET", "POST");
    }

    @ParameterizedTest
    @ValueSource(
            strings = {
                "/nowhere",
                "/.well-known/openid-configuration",
                "/v1/nowhere",
                "/assets/nothing.js",
                "/actuator/env"
            })
    void what_is_not_there_is_not_found(String address) {
        Http.Answer answer = operator.get(address);

        assertThat(answer.status()).isEqualTo(404);
        assertThat(answer.response().headers().firstValue("Content-Type")).hasValue("application/problem+json");
    }

    @Test
    void what_the_server_itself_refuses_is_a_problem_document_too() {
        for (String request : List.of(
                "GET /v1/me?x=[\\] HTTP/1.1\r\nHost: marea\r\n\r\n",
                "GET /v1/%zz HTTP/1.1\r\nHost: marea\r\n\r\n",
                "GET /v1/me HTTP/1.1\r\n\r\n",
                "GET /v1/me HTTP/1.1\r\nHost: marea\r\nX: " + "x".repeat(20_000) + "\r\n\r\n",
                "NONSENSE\r\n\r\n")) {
            String answer = RawHttp.ask(marea.url(), request);
            assertThat(answer)
                    .as(request.substring(0, 12))
                    .startsWith("HTTP/1.1 4")
                    .doesNotContain("<html", "<!doctype");
        }
    }
}
