package dev.cuenta.service.sharing;

import static org.assertj.core.api.Assertions.assertThat;

import dev.cuenta.service.testing.Http;
import dev.cuenta.service.testing.RunningService;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.concurrent.atomic.AtomicInteger;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import tools.jackson.databind.JsonNode;

/** A key that is good in some tenants is good in no other, whatever is asked with it, and for whom. */
class KeysWithinTenantsTest {
    private static final String MARK = "QZXSOUTHQZX";
    private static final String MODEL = """
            cuenta: 1
            name: marea
            displayName: '{name}'
            access: { read: [owner, member, administrator], write: [owner, administrator] }
            fields:
              email: { type: email, required: true, uniqueness: server, signIn: true, write: [guest, owner, administrator] }
              name: { type: string, maxLength: 80, search: true }
            profiles:
              stay: { within: tenant, fields: { locker: { type: string, maxLength: 40, indexed: true } } }
            roles:
              harbourMaster: { number: 2, within: tenant, may: [accounts.read, berths.assign] }
              administrator: { number: 9, may: ['*'] }
            tenants: { membership: many }
            services:
              berths:
                reads: ['*', 'stay.*', kind, displayName, roles, tenants]
                writes: [name, stay.locker]
                asks: [berths.assign]
                dependents: { booking: { onDelete: cascade } }
            """;

    private static RunningService marea;
    private static Http administrator;
    private static String north;
    private static String south;
    private static String west;
    private static String nele;
    private static String sven;
    private static Http inNorth;

    @BeforeAll
    static void three_harbours() {
        marea = RunningService.empty();
        marea.publish(MODEL);
        marea.giveSigningKey();
        administrator = marea.keyHolder();
        north = tenant("North");
        south = tenant(MARK + " harbour");
        west = tenant("West");
        nele = account("nele", "Nele Kruse", north);
        sven = account("sven", MARK, south);
        inNorth = key(north);
    }

    @AfterAll
    static void stop() {
        marea.close();
    }

    private static String tenant(String name) {
        return administrator
                .post("/v1/tenants", Map.of("name", name))
                .status(201)
                .json()
                .path("id")
                .asString();
    }

    private static String account(String email, String name, String tenant) {
        String id = administrator
                .post(
                        "/v1/accounts",
                        Map.of("email", email + "@marea.example", "name", name, "tenants", List.of(tenant)))
                .status(201)
                .json()
                .path("id")
                .asString();
        administrator
                .send(
                        "PATCH",
                        "/v1/accounts/" + id,
                        "{\"stay\": {\"locker\": \"" + name + "\"}}",
                        "Cuenta-Tenant",
                        tenant)
                .status(200);
        administrator
                .send("PUT", "/v1/accounts/" + id + "/roles/harbourMaster", "{}", "Cuenta-Tenant", tenant)
                .status(200);
        return id;
    }

    /** In place of the key before: a service has two at most. */
    private static Http key(String... tenants) {
        administrator
                .get("/v1/services")
                .json()
                .path("items")
                .get(0)
                .path("keys")
                .forEach(each -> {
                    if (each.path("tenants").size() != 1) {
                        administrator
                                .delete("/v1/services/berths/keys/"
                                        + each.path("id").asString())
                                .status(204);
                    }
                });
        return marea.with(administrator
                .post("/v1/services/berths/keys", Map.of("tenants", List.of(tenants)))
                .status(201)
                .json()
                .path("token")
                .asString());
    }

    @Test
    void it_says_where_it_is_good_and_is_good_there() {
        JsonNode key = administrator
                .get("/v1/services")
                .json()
                .path("items")
                .get(0)
                .path("keys")
                .get(0);

        assertThat(key.path("tenants").toString()).isEqualTo("[{\"id\":\"" + north + "\",\"name\":\"North\"}]");
        assertThat(inNorth.get("/v1/accounts/" + nele)
                        .status(200)
                        .json()
                        .path("stay")
                        .path("locker")
                        .asString())
                .isEqualTo("Nele Kruse");
        assertThat(inNorth.get("/v1/accounts").json().path("items").size()).isEqualTo(1);
        assertThat(check(nele, north)).isEqualTo("{\"allowed\":true");
    }

    /** Every address of its own document, with whatever another tenant's account can be asked by. */
    @Test
    void nothing_of_another_tenant_is_seen_or_changed() {
        String before = stored();
        AtomicInteger asked = new AtomicInteger();
        List<String> leaks = new ArrayList<>();
        for (String header : List.of("", south)) {
            for (Map.Entry<String, JsonNode> path : inNorth.get("/v1/openapi.json")
                    .status(200)
                    .json()
                    .path("paths")
                    .properties()) {
                String address = path.getKey()
                        .replace("{id}", sven)
                        .replace("{name}", "berths")
                        .replaceAll("\\{\\w+}", "booking");
                path.getValue().propertyNames().forEach(operation -> {
                    for (String input : operation.equals("get") ? QUERIES : bodies()) {
                        String method = operation.toUpperCase(Locale.ROOT);
                        boolean reads = operation.equals("get");
                        String[] headers = header.isEmpty() ? new String[0] : new String[] {"Cuenta-Tenant", header};
                        Http.Answer answer =
                                inNorth.send(method, reads ? address + input : address, reads ? null : input, headers);
                        asked.incrementAndGet();
                        boolean told = reads
                                && !address.contains(sven)
                                && answer.everything().contains(sven);
                        if (told || answer.everything().contains(MARK) || answer.status() >= 500) {
                            leaks.add(method + " " + address + input + ": " + answer.everything());
                        }
                    }
                });
            }
        }

        assertThat(leaks).isEmpty();
        assertThat(asked).hasValueGreaterThan(50);
        assertThat(stored()).isEqualTo(before);
    }

    private static final List<String> QUERIES = List.of(
            "",
            "?filter=name%20sw%20%22QZX%22",
            "?filter=stay.locker%20sw%20%22QZX%22",
            "?filter=tenants%20pr",
            "?sort=-name&limit=200");

    private static List<String> bodies() {
        return List.of(
                "{\"name\": \"taken\"}",
                "{\"stay\": {\"locker\": \"taken\"}}",
                "{\"account\": \"%s\", \"permission\": \"berths.assign\", \"tenant\": \"%s\"}".formatted(sven, south),
                "{\"account\": \"%s\", \"tenant\": \"%s\"}".formatted(sven, south),
                "{\"permission\": \"berths.assign\", \"accounts\": [\"%s\"], \"tenant\": \"%s\"}"
                        .formatted(sven, south),
                "{\"by\": \"email\", \"values\": [\"sven@marea.example\"]}",
                "{\"ids\": [\"%s\"]}".formatted(sven),
                "{\"account\": \"%s\"}".formatted(sven));
    }

    private static String stored() {
        return marea.sql("select a::text from accounts.account a where id = '" + sven + "'")
                + marea.sql("select v::text from accounts.profile_stay v where account_id = '" + sven + "'")
                + marea.sql("select count(*) from cuenta.dependent where account_id = '" + sven + "'");
    }

    @Test
    void an_answer_about_another_tenant_is_no() {
        assertThat(check(sven, south)).doesNotContain("true");
        assertThat(check(nele, south)).doesNotContain("true");
    }

    private static String check(String account, String tenant) {
        return inNorth.post("/v1/checks", Map.of("account", account, "permission", "berths.assign", "tenant", tenant))
                .response()
                .body()
                .split(",")[0];
    }

    @Test
    void for_a_person_it_is_good_where_both_are() {
        String token = marea.session(nele);
        String mask = marea.session(sven);

        assertThat(inNorth.send("GET", "/v1/accounts", null, "Cuenta-Person", token)
                        .status(200)
                        .json()
                        .path("items")
                        .size())
                .isEqualTo(1);
        Http.Answer refused = inNorth.send("GET", "/v1/accounts", null, "Cuenta-Person", mask);
        assertThat(refused.status()).isEqualTo(404);
        assertThat(refused.everything()).doesNotContain(MARK);
    }

    @Test
    void where_it_is_good_in_several_a_request_says_which() {
        Http both = key(north, west);

        assertThat(both.get("/v1/accounts").problem()).isEqualTo("malformed");
        assertThat(both.send("GET", "/v1/accounts", null, "Cuenta-Tenant", north)
                        .status(200)
                        .json()
                        .path("items")
                        .size())
                .isEqualTo(1);
        assertThat(both.send("GET", "/v1/accounts", null, "Cuenta-Tenant", "west")
                        .status(200)
                        .json()
                        .path("items")
                        .size())
                .isZero();
        assertThat(both.send("GET", "/v1/accounts", null, "Cuenta-Tenant", south)
                        .status())
                .isEqualTo(404);
    }

    @Test
    void a_tenant_that_is_removed_leaves_a_key_that_is_good_nowhere() {
        String slip = tenant("Slipway");
        Http gone = key(slip, west);
        gone.send("GET", "/v1/accounts", null, "Cuenta-Tenant", slip).status(200);
        administrator.patch("/v1/tenants/" + slip, Map.of("suspended", true)).status(200);
        administrator.delete("/v1/tenants/" + slip).status(200);

        assertThat(gone.send("GET", "/v1/accounts", null, "Cuenta-Tenant", slip).status())
                .isEqualTo(404);
        assertThat(gone.get("/v1/accounts").status()).isEqualTo(400);
    }

    @Test
    void what_is_no_tenant_is_refused() {
        assertThat(administrator
                        .post("/v1/services/berths/keys", Map.of("tenants", List.of("nowhere")))
                        .problem())
                .isEqualTo("invalid, /tenants unknown");
        assertThat(administrator
                        .post("/v1/services/berths/keys", Map.of("tenants", List.of()))
                        .problem())
                .isEqualTo("invalid, /tenants range");
    }
}
