package dev.cuenta.service.tenant;

import static org.assertj.core.api.Assertions.assertThat;

import dev.cuenta.service.testing.Http;
import dev.cuenta.service.testing.RunningService;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import tools.jackson.databind.JsonNode;

/** What a publish does to what tenants have, and what a diff says of it before. */
class PublishedTenantFieldsTest {
    private static final String MODEL = TenantFieldsTest.MODEL;

    private static RunningService marea;

    @BeforeAll
    static void start() {
        marea = begun();
    }

    @AfterAll
    static void stop() {
        marea.close();
    }

    private static RunningService begun() {
        RunningService begun = RunningService.empty();
        begun.publish(MODEL);
        add(begun, "South pontoon", Map.of("berths", 64, "radio", "Sul 1", "opened", "2026-05-01"));
        add(begun, "North pontoon", Map.of("berths", 64));
        add(begun, "West pontoon", Map.of("berths", 180));
        return begun;
    }

    private static void add(RunningService to, String name, Map<String, Object> fields) {
        String id = to.keyHolder()
                .post("/v1/tenants", Map.of("name", name))
                .status(201)
                .json()
                .path("id")
                .asString();
        change(to, id, fields).status(200);
    }

    private static Http.Answer change(RunningService of, String tenant, Map<String, Object> fields) {
        return of.keyHolder().patch("/v1/tenants/" + tenant, Map.of("fields", fields));
    }

    @Test
    void values_come_along_with_a_new_name_and_go_with_their_field() {
        String next = MODEL.replace("radio: {", "callSign: { formerly: radio,")
                .replace("    opened: { type: date }\n", "")
                .replace("map: { type: json,", "chart: { type: json,")
                .replace(
                        "read: [member], write: [member, administrator]",
                        "read: [administrator], write: [administrator]");
        try (RunningService published = begun()) {
            published.publish(next, "field-removed:tenants.opened", "rights-grow:tenants.callSign");

            assertThat(published.sql(
                            "select string_agg(cast(fields as text), ' ' order by name desc) from cuenta.tenant"))
                    .isEqualTo("{\"berths\": 180} {\"berths\": 64, \"callSign\": \"Sul 1\"} {\"berths\": 64}");
            assertThat(change(published, "north-pontoon", Map.of("callSign", "sul 1"))
                            .problem())
                    .isEqualTo("taken, /fields/callSign taken");
            assertThat(change(published, "north-pontoon", Map.of("radio", "x")).problem())
                    .isEqualTo("invalid, /fields/radio unknown");

            change(published, "north-pontoon", Map.of("berths", 65)).status(200);
            published.publish(next.replace("berths: { type: integer,", "berths: { type: integer, uniqueness: server,"));
            assertThat(change(published, "south-pontoon", Map.of("berths", 180)).problem())
                    .isEqualTo("taken, /fields/berths taken");
            published.publish(next);
            change(published, "south-pontoon", Map.of("berths", 180)).status(200);
            assertThat(published.sql("select string_agg(field, ' ') from cuenta.tenant_value"))
                    .isEqualTo("callSign");
        }
    }

    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            value = {
                "opened: { type: date }        | opened: { type: dateTime }           | cannot-change:tenants.opened unsupported 1",
                "min: 1, max: 5000             | min: 100, max: 5000                  | cannot-change:tenants.berths unsupported 2",
                "min: 1, max: 5000             | min: 10, max: 5000                   | limits-narrowed:tenants.berths instant 0",
                "min: 1, max: 5000             | min: 1, max: 9000                    | limits-widened:tenants.berths instant 0",
                "opened: { type: date }        | opened: { type: date, label: Since } | field-described:tenants.opened instant 0",
                "berths: { type: integer,      | berths: { type: integer, uniqueness: server, | uniqueness-added:tenants.berths decision 2",
                "opened: { type: date }        | closed: { type: date }               | field-removed:tenants.opened loss 1",
                "write: [harbourMaster] }      | write: [harbourMaster, member] }     | rights-grow:tenants.fee grant 0"
            })
    void a_diff_says_what_becomes_of_what_tenants_have(String from, String to, String said) {
        JsonNode changes = marea.keyHolder()
                .post("/v1/model/diffs", Map.of("source", MODEL.replace(from, to)))
                .status(200)
                .json()
                .path("changes");

        List<String> all = new ArrayList<>();
        changes.forEach(change -> all.add(
                change.path("name").asString() + " " + change.path("effect").asString() + " "
                        + change.path("records").asInt()));
        assertThat(all).contains(said);
    }
}
