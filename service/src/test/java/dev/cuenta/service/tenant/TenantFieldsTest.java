package dev.cuenta.service.tenant;

import static org.assertj.core.api.Assertions.assertThat;

import dev.cuenta.service.testing.Http;
import dev.cuenta.service.testing.RunningService;
import java.net.URLEncoder;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import tools.jackson.databind.JsonNode;

/** What the model lets tenants have: who reads and writes it where, what no two have, and what it is filtered by. */
class TenantFieldsTest {
    static final String MODEL = """
            cuenta: 1
            name: marea
            displayName: '{email}'
            access: { read: [owner, administrator], write: [owner, administrator] }
            fields:
              email: { type: email, required: true, uniqueness: server, signIn: true, write: [guest, owner, administrator] }
            roles:
              harbourMaster: { number: 2, within: tenant, may: [accounts.read] }
              administrator: { number: 9, may: ['*'] }
            tenants:
              membership: many
              fields:
                berths: { type: integer, min: 1, max: 5000, read: [member, harbourMaster, administrator], write: [administrator] }
                channel: { type: integer, min: 1, max: 88, read: [member], write: [harbourMaster, administrator] }
                radio: { type: string, maxLength: 12, uniqueness: server, read: [member], write: [member, administrator] }
                fee: { type: decimal, precision: 6, scale: 2, read: [harbourMaster, administrator], write: [harbourMaster] }
                opened: { type: date }
                pilots: { type: email, multiValued: true, maxItems: 2 }
                map: { type: json, maxBytes: 1 KiB }
            """;

    private static RunningService marea;
    private static Http administrator;
    private static int tests;

    private String here;
    private String south;
    private String north;

    @BeforeAll
    static void start() {
        marea = RunningService.empty();
        marea.publish(MODEL);
        administrator = marea.keyHolder();
    }

    @AfterAll
    static void stop() {
        marea.close();
    }

    /** Of each test, called so that they are told from those of the others. */
    @BeforeEach
    void two_harbours() {
        here = "Marea " + ++tests + " ";
        south = added("south pontoon");
        north = added("north pontoon");
    }

    private String added(String name) {
        return administrator
                .post("/v1/tenants", Map.of("name", here + name))
                .status(201)
                .json()
                .path("id")
                .asString();
    }

    @Test
    void what_is_written_comes_back_and_goes_by_null() {
        change(
                        administrator,
                        south,
                        Map.of(
                                "berths",
                                180,
                                "channel",
                                9,
                                "radio",
                                "Um 1",
                                "opened",
                                "2026-05-01",
                                "pilots",
                                List.of("Ines@marea.example"),
                                "map",
                                Map.of("zoom", 7)))
                .status(200);
        Map<String, Object> taken = new HashMap<>();
        taken.put("channel", null);
        JsonNode fields = change(administrator, south, taken).status(200).json().path("fields");

        // Nobody lets an administrator read the channel or the radio.
        assertThat(fields)
                .hasToString(
                        "{\"berths\":180,\"opened\":\"2026-05-01\",\"pilots\":[\"Ines@marea.example\"],\"map\":{\"zoom\":7}}");
        assertThat(read(administrator, south)).isEqualTo(fields);
        assertThat(read(administrator, north)).isEmpty();
    }

    @Test
    void each_person_reads_and_writes_in_each_tenant_what_they_are_let_there() {
        change(administrator, south, Map.of("berths", 180, "radio", "SUL 1")).status(200);
        change(administrator, north, Map.of("berths", 64, "radio", "NORTE 1")).status(200);
        Http noor = member("noor", south, north);
        giveHarbour("noor", south);

        assertThat(change(noor, south, Map.of("fee", 1.4, "channel", 12))
                        .status(200)
                        .json()
                        .path("fields"))
                .hasToString("{\"berths\":180,\"channel\":12,\"radio\":\"SUL 1\",\"fee\":1.4}");
        assertThat(change(noor, north, Map.of("fee", 9)).problem()).isEqualTo("invalid, /fields/fee notWritable");
        assertThat(change(noor, north, Map.of("radio", "Norte 2"))
                        .status(200)
                        .json()
                        .path("fields"))
                .hasToString("{\"berths\":64,\"radio\":\"Norte 2\"}");
        assertThat(change(noor, south, Map.of("berths", 1)).problem()).isEqualTo("invalid, /fields/berths notWritable");
        assertThat(noor.get("/v1/tenants").json().path("items").get(1).path("fields"))
                .isEqualTo(read(noor, north));

        Http tomas = member("tomas", north);
        assertThat(tomas.get("/v1/tenants/" + south).status()).isEqualTo(404);
        assertThat(change(tomas, south, Map.of("radio", "mine")).status()).isEqualTo(404);
        assertThat(marea.guest().get("/v1/tenants/" + north).status()).isEqualTo(401);
    }

    /** Whoever may change a tenant's name may not write what the model does not let them; and the other way round. */
    @Test
    void a_change_of_more_takes_the_permission_for_more() {
        Http noor = member("noor", south);
        giveHarbour("noor", south);
        Http.Answer refused =
                noor.patch("/v1/tenants/" + south, Map.of("name", "Mine", "fields", Map.of("channel", 9)));

        assertThat(refused.status()).isEqualTo(403);
        assertThat(read(noor, south)).isEmpty();
    }

    @Test
    void no_two_tenants_have_the_same_whatever_its_capitals() {
        change(administrator, south, Map.of("radio", "Sul 7")).status(200);

        assertThat(change(administrator, north, Map.of("radio", "SUL 7", "berths", 64))
                        .problem())
                .isEqualTo("taken, /fields/radio taken");
        assertThat(read(administrator, north)).isEmpty();
        change(administrator, south, Map.of("radio", "Sul 8")).status(200);
        change(administrator, north, Map.of("radio", "SUL 7")).status(200);
        Map<String, Object> none = new HashMap<>();
        none.put("radio", null);
        change(administrator, south, none).status(200);
        change(administrator, north, Map.of("radio", "Sul 8")).status(200);
    }

    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            value = {
                "{'berths': 0}                 | invalid, /fields/berths min",
                "{'berths': 'many'}            | invalid, /fields/berths type",
                "{'berth': 1}                  | invalid, /fields/berth unknown",
                "{'opened': '2026-02-30', 'fee': {}} | invalid, /fields/opened date, /fields/fee notWritable",
                "{'pilots': ['a@b.example', 'c@d.example', 'e@f.example']} | invalid, /fields/pilots maxItems",
                "{'map': 'none'}               | invalid, /fields/map type",
                "'none'                        | malformed",
                "{'name': 'x'}                 | invalid, /fields/name unknown"
            })
    void what_does_not_fit_is_refused_by_name(String fields, String problem) {
        Http.Answer answer =
                administrator.send("PATCH", "/v1/tenants/" + south, "{\"fields\": " + fields.replace('\'', '"') + "}");

        assertThat(answer.problem()).isEqualTo(problem);
        assertThat(read(administrator, south)).isEmpty();
    }

    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            value = {
                "tenants.berths gt 100             | south pontoon",
                "tenants.berths le 180             | south pontoon, north pontoon",
                "tenants.berths ne 64              | south pontoon, isla verde",
                "not (tenants.berths gt 100)       | north pontoon, isla verde",
                "tenants.pilots eq \"INES@marea.example\" | south pontoon",
                "tenants.pilots ne \"ines@marea.example\" | north pontoon, isla verde",
                "tenants.opened ge \"2026-05-01\"  | south pontoon",
                "tenants.map pr                    | north pontoon",
                "tenants.opened pr and tenants.berths pr or tenants.map pr | south pontoon, north pontoon",
                "not (tenants.opened pr)           | north pontoon, isla verde"
            })
    void tenants_are_chosen_by_what_they_have(String filter, String found) {
        added("isla verde");
        change(
                        administrator,
                        south,
                        Map.of("berths", 180, "opened", "2026-05-01", "pilots", List.of("Ines@marea.example")))
                .status(200);
        change(administrator, north, Map.of("berths", 64, "map", Map.of("zoom", 7)))
                .status(200);

        assertThat(names(administrator, filter)).containsExactlyInAnyOrder(found.split(", "));
    }

    /** What somebody may read in one tenant tells nothing of another: neither by what is found, nor by how it is refused. */
    @Test
    void nobody_filters_by_what_they_may_not_read_in_each_of_their_tenants() {
        Http noor = member("noor", south, north);
        giveHarbour("noor", south);
        change(noor, south, Map.of("fee", 1.4)).status(200);
        change(administrator, south, Map.of("berths", 180)).status(200);
        change(administrator, north, Map.of("berths", 64)).status(200);

        assertThat(names(noor, "tenants.berths lt 100")).containsExactly("north pontoon");
        Http.Answer hidden = list(noor, "tenants.fee gt 1");
        Http.Answer unknown = list(noor, "tenants.xyz gt 1");
        assertThat(hidden.status()).isEqualTo(422);
        assertThat(hidden.response().body().replace("fee`", "xyz`"))
                .isEqualTo(unknown.response().body());
        assertThat(list(administrator, "tenants.radio pr").status()).isEqualTo(422);
        administrator.patch("/v1/tenants/" + south, Map.of("suspended", true)).status(200);
        assertThat(names(noor, "tenants.berths pr")).containsExactly("north pontoon");
    }

    @Test
    void activity_names_what_changed_and_no_value() {
        change(administrator, south, Map.of("radio", "~RadioKey~", "berths", 180))
                .status(200);

        String told = administrator.get("/v1/activity").status(200).response().body();
        assertThat(told).contains("\"fields\":[").contains("\"radio\"").doesNotContain("~RadioKey~");
    }

    private Http member(String name, String... tenants) {
        String id = administrator
                .post("/v1/accounts", Map.of("email", name + tests + "@marea.example"))
                .status(201)
                .json()
                .path("id")
                .asString();
        for (String tenant : tenants) {
            administrator
                    .put("/v1/tenants/" + tenant + "/members/" + id, Map.of())
                    .status(204);
        }
        return marea.with(marea.session(id));
    }

    private void giveHarbour(String name, String tenant) {
        administrator
                .send("PUT", "/v1/accounts/" + id(name) + "/roles/harbourMaster", "{}", "Cuenta-Tenant", tenant)
                .status(200);
    }

    private String id(String name) {
        return marea.idOf(name + tests + "@marea.example");
    }

    private static Http.Answer change(Http who, String tenant, Map<String, ?> fields) {
        return who.patch("/v1/tenants/" + tenant, Map.of("fields", fields));
    }

    private static JsonNode read(Http who, String tenant) {
        return who.get("/v1/tenants/" + tenant).status(200).json().path("fields");
    }

    private Http.Answer list(Http who, String filter) {
        return who.get("/v1/tenants?name=" + URLEncoder.encode(here, StandardCharsets.UTF_8) + "&filter="
                + URLEncoder.encode(filter, StandardCharsets.UTF_8));
    }

    private List<String> names(Http who, String filter) {
        List<String> names = new ArrayList<>();
        list(who, filter)
                .status(200)
                .json()
                .path("items")
                .forEach(tenant -> names.add(tenant.path("name").asString().substring(here.length())));
        return names;
    }
}
