package dev.cuenta.acceptance;

import static org.assertj.core.api.Assertions.assertThat;

import dev.cuenta.core.model.AccountModel;
import dev.cuenta.core.model.Field;
import dev.cuenta.core.model.Models;
import dev.cuenta.core.type.Column;
import dev.cuenta.core.type.Comparison;
import dev.cuenta.core.type.FieldType;
import dev.cuenta.core.type.FieldTypes;
import dev.cuenta.core.type.PlainWords;
import dev.cuenta.service.testing.Http;
import java.net.URLEncoder;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Set;
import java.util.function.Predicate;
import java.util.function.UnaryOperator;
import java.util.stream.Collectors;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;

/** Every type of field that there is, and lists of it, of accounts and of tenants: published, written, read, compared, sorted by, exported and typed at the terminal. */
class EveryTypeTest {
    private static final String FIRST = "ines@marea.example";
    private static final String SECOND = "tomas@marea.example";
    private static final JsonMapper JSON = JsonMapper.builder().build();
    private static final AccountModel MODEL = Models.of(source());

    private static Installation marea;
    private static Map<String, Object> values;

    @BeforeAll
    static void start() {
        marea = Installation.empty();
        marea.publish(source());
        String other = added(Map.of("email", SECOND));
        values = samples(other);
        added(values);
    }

    @AfterAll
    static void stop() {
        marea.close();
    }

    private static String source() {
        return """
                cuenta: 1
                name: marea
                displayName: '{email}'
                access: { read: [owner, administrator], write: [owner, administrator] }
                roles: { administrator: { number: 9, may: ['*'] } }
                services: { billing: { reads: ['*'] } }
                fields:
                  email: { type: email, required: true, uniqueness: server, signIn: true, write: [guest, owner, administrator] }
                """
                + fields("  ", name -> true)
                + "tenants:\n  membership: many\n  fields:\n"
                + fields("    ", name -> !FieldTypes.require(name).isOfAccountsOnly());
    }

    /** A field of each type, and one with several values where the type allows that. */
    private static String fields(String indent, Predicate<String> chosen) {
        StringBuilder fields = new StringBuilder();
        FieldTypes.names().stream().filter(chosen).forEach(name -> {
            FieldType type = FieldTypes.require(name);
            String line = name + ": { type: " + name
                    + (type.limitKeys().contains("options") ? ", options: [day, dusk, night]" : "")
                    + (type.isMadeOfTemplate() ? ", of: '{email}'" : "");
            fields.append(indent).append("one").append(line).append(" }\n");
            if (type.many().isPresent()) {
                fields.append(indent).append("many").append(line).append(", multiValued: true }\n");
            }
        });
        return fields.toString();
    }

    /** By each field that can be written in a body. */
    private static Map<String, Object> samples(String account) {
        Map<String, Object> samples = new LinkedHashMap<>();
        for (Field field : MODEL.fields().values()) {
            String name = field.path().toString();
            if (field.column().kind() == Column.Kind.ACCOUNT) {
                samples.put(name, field.type().isMany() ? List.of(account) : account);
            } else if (!field.type().isPicture()) {
                samples.put(name, field.type().sample(name, field.limits(), new PlainWords()));
            }
        }
        samples.put("email", FIRST);
        return samples;
    }

    private static String added(Map<String, Object> values) {
        return marea.keyHolder()
                .post("/v1/accounts", values)
                .status(201)
                .json()
                .path("id")
                .asString();
    }

    @Test
    void each_value_comes_back_as_it_is_kept() {
        JsonNode account = shown(FIRST);

        assertThat(values).hasSizeGreaterThan(20);
        values.forEach((name, raw) -> assertThat(account.path(name)).as(name).isEqualTo(tree(kept(name))));
    }

    /** As a reader has it, to whom a number is as long as it has to be. */
    private static JsonNode tree(Object value) {
        return JSON.readTree(JSON.writeValueAsString(value));
    }

    private static Object kept(String name) {
        return kept(MODEL.field(name).orElseThrow(), values.get(name));
    }

    private static Object kept(Field field, Object raw) {
        return field.type().write(field.type().read(raw, field.limits()).value().orElseThrow());
    }

    @Test
    void each_comparison_that_a_type_has_is_answered() {
        for (Field field : comparable()) {
            for (Comparison comparison : field.type().comparisons()) {
                List<String> found = found("filter", condition(field, comparison));
                assertThat(found.contains(FIRST))
                        .as(condition(field, comparison))
                        .isEqualTo(equal(comparison)
                                || comparison == Comparison.NE && field.type().isMany() && several(field));
            }
        }
    }

    /** Whether a value compares so with itself. */
    private static boolean equal(Comparison comparison) {
        return comparison != Comparison.NE && comparison != Comparison.GT && comparison != Comparison.LT;
    }

    private static boolean several(Field field) {
        return ((List<?>) values.get(field.path().toString())).size() > 1;
    }

    /** With the value that it has, or the first of those. */
    private static String condition(Field field, Comparison comparison) {
        return condition(field, comparison, tree(kept(field.path().toString())));
    }

    private static String condition(Field field, Comparison comparison, JsonNode kept) {
        return field.path() + " " + comparison + " " + (field.type().isMany() ? kept.get(0) : kept);
    }

    @Test
    void whoever_has_no_value_comes_after_whoever_has_one() {
        for (Field field : comparable()) {
            if (!field.type().isMany() && field.type().comparisons().contains(Comparison.LT)) {
                assertThat(found("sort", field.path().toString()))
                        .as(field.path().toString())
                        .startsWith(FIRST);
            }
        }
    }

    private static List<Field> comparable() {
        return MODEL.fields().values().stream()
                .filter(field -> !field.path().name().equals("email"))
                .filter(field -> values.containsKey(field.path().toString()))
                .filter(field -> !field.type().comparisons().isEmpty())
                .toList();
    }

    /** Who is in a page, by what they sign in with. */
    private static List<String> found(String parameter, String value) {
        Http.Answer page = marea.keyHolder()
                .get("/v1/accounts?" + parameter + "=" + URLEncoder.encode(value, StandardCharsets.UTF_8));
        List<String> found = new ArrayList<>();
        page.status(200)
                .json()
                .path("items")
                .forEach(account -> found.add(account.path("email").asString()));
        return found;
    }

    @Test
    void what_is_typed_at_the_terminal_is_the_same_value_and_can_be_taken_away_there() {
        added(Map.of("email", "vera@marea.example"));
        Map<String, Object> written = new LinkedHashMap<>(values);
        written.remove("email");

        set(written.keySet(), name -> typed(kept(name)));
        JsonNode whole = shown("vera@marea.example");
        set(written.keySet(), name -> "");
        JsonNode empty = shown("vera@marea.example");

        written.keySet().forEach(name -> {
            assertThat(whole.path(name)).as(name).isEqualTo(shown(FIRST).path(name));
            assertThat(empty.has(name)).as(name).isFalse();
        });
    }

    private static void set(Set<String> names, UnaryOperator<String> value) {
        List<String> arguments = new ArrayList<>(List.of("accounts", "set", "vera@marea.example"));
        names.forEach(name -> arguments.add(name + "=" + value.apply(name)));
        marea.cuenta(arguments.toArray(String[]::new)).succeeds();
    }

    private static String typed(Object kept) {
        return kept instanceof List<?> list
                ? list.stream().map(String::valueOf).collect(Collectors.joining(","))
                : kept instanceof Map ? JSON.writeValueAsString(kept) : kept.toString();
    }

    @Test
    void an_export_and_the_types_of_a_service_have_every_field() {
        JsonNode exported = JSON.readTree(marea.cuenta("accounts", "export", "--whole", "-")
                .succeeds()
                .text()
                .lines()
                .filter(line -> line.contains(FIRST))
                .findFirst()
                .orElseThrow());
        values.keySet()
                .forEach(name -> assertThat(exported.path(name))
                        .as(name)
                        .isEqualTo(shown(FIRST).path(name)));

        for (String language : List.of("typescript", "java", "python", "sql")) {
            String code = marea.cuenta("types", "billing", "--as", language)
                    .succeeds()
                    .text();
            assertThat(code.replace("_", "").toLowerCase(Locale.ROOT))
                    .as(language)
                    .contains(values.keySet().stream()
                            .map(name -> name.toLowerCase(Locale.ROOT))
                            .toList());
        }
    }

    @Test
    void what_a_tenant_has_comes_back_as_it_is_kept_and_is_found_by_each_comparison() {
        addTenant("Isla Verde");
        Map<String, Object> written = samplesOfTenant();

        JsonNode answered = marea.keyHolder()
                .patch("/v1/tenants/isla-verde", Map.of("fields", written))
                .status(200)
                .json();

        assertThat(written).hasSizeGreaterThan(20);
        assertThat(answered.path("fields").propertyNames()).containsExactlyInAnyOrderElementsOf(written.keySet());
        for (Field field : MODEL.tenants().fields().values()) {
            JsonNode kept = tree(kept(field, written.get(field.path().name())));
            assertThat(tenant("isla-verde").path(field.path().name()))
                    .as(field.path().toString())
                    .isEqualTo(kept);
            for (Comparison comparison : field.type().comparisons()) {
                String condition = condition(field, comparison, kept);
                assertThat(tenantFound("Isla Verde", condition))
                        .as(condition)
                        .isEqualTo(equal(comparison)
                                || comparison == Comparison.NE && field.type().isMany() && kept.size() > 1);
            }
        }
    }

    @Test
    void what_is_typed_for_a_tenant_is_the_same_value_and_can_be_taken_away() {
        addTenant("Punta Clara");
        Map<String, Object> written = samplesOfTenant();
        Map<String, JsonNode> kept = new LinkedHashMap<>();
        List<String> typed = new ArrayList<>(List.of("tenants", "set", "punta-clara"));
        List<String> nothing = new ArrayList<>(typed);
        MODEL.tenants().fields().forEach((name, field) -> {
            Object value = kept(field, written.get(name));
            kept.put(name, tree(value));
            typed.add(name + "=" + typed(value));
            nothing.add(name + "=");
        });

        marea.cuenta(typed.toArray(String[]::new)).succeeds();
        JsonNode whole = tenant("punta-clara");
        marea.cuenta(nothing.toArray(String[]::new)).succeeds();

        kept.forEach((name, value) -> assertThat(whole.path(name)).as(name).isEqualTo(value));
        assertThat(tenant("punta-clara").propertyNames()).isEmpty();
    }

    private static Map<String, Object> samplesOfTenant() {
        Map<String, Object> samples = new LinkedHashMap<>();
        MODEL.tenants()
                .fields()
                .forEach((name, field) ->
                        samples.put(name, field.type().sample(name, field.limits(), new PlainWords())));
        return samples;
    }

    private static void addTenant(String name) {
        marea.keyHolder().post("/v1/tenants", Map.of("name", name)).status(201);
    }

    private static JsonNode tenant(String named) {
        return marea.keyHolder().get("/v1/tenants/" + named).status(200).json().path("fields");
    }

    private static boolean tenantFound(String name, String filter) {
        Set<String> found = new HashSet<>();
        marea.keyHolder()
                .get("/v1/tenants?filter=" + URLEncoder.encode(filter, StandardCharsets.UTF_8))
                .status(200)
                .json()
                .path("items")
                .forEach(tenant -> found.add(tenant.path("name").asString()));
        return found.contains(name);
    }

    private static JsonNode shown(String email) {
        return marea.keyHolder()
                .get("/v1/accounts/" + marea.idOf(email))
                .status(200)
                .json();
    }
}
