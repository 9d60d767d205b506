package dev.cuenta.service.tenant;

import static org.assertj.core.api.Assertions.assertThat;

import dev.cuenta.service.testing.Http;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.Test;
import tools.jackson.databind.JsonNode;

/** Tenants from their first day to their last: named, listed, suspended, removed. */
class TenantLifeTest extends PeopleInTenants {
    private static Http.Answer change(Http by, String tenant, Object what) {
        return by.patch("/v1/tenants/" + tenant, what);
    }

    @Test
    void a_tenant_is_named_by_its_subdomain_wherever_its_id_could_stand() {
        String id = made("North mole");
        Http key = marea.keyHolder();
        assertThat(key.get("/v1/tenants/north-mole")
                        .status(200)
                        .json()
                        .path("id")
                        .asString())
                .isEqualTo(id);
        assertThat(change(key, "north-mole", Map.of("name", "Outer mole", "slug", "outer-mole"))
                        .status(200)
                        .json()
                        .path("slug")
                        .asString())
                .isEqualTo("outer-mole");
        key.get("/v1/tenants/north-mole").status(404);
        key.send("GET", "/v1/accounts", null, "Cuenta-Tenant", "outer-mole").status(200);

        for (String wrong : List.of("www", "Outer", "a.b", id)) {
            assertThat(change(key, id, Map.of("slug", wrong)).problem()).isEqualTo("invalid, /slug format");
        }
        made("South mole");
        assertThat(change(key, "south-mole", Map.of("slug", "outer-mole"))
                        .status(409)
                        .everything())
                .contains("Another tenant has the subdomain");
        assertThat(key.get("/v1/tenants/" + made("Admin")).json().path("slug").asString())
                .startsWith("admin-");
    }

    @Test
    void a_list_is_read_page_by_page_and_finds_by_how_names_begin() {
        for (int i = 0; i < 7; i++) {
            made("Quay %_" + i);
        }
        made("quarter deck");
        Http key = marea.keyHolder();
        List<String> names = new ArrayList<>();
        String after = "";
        do {
            JsonNode page =
                    key.get("/v1/tenants?limit=3&name=QUA" + after).status(200).json();
            page.path("items").forEach(tenant -> names.add(tenant.path("name").asString()));
            after = page.has("next") ? "&after=" + page.path("next").asString() : "";
        } while (!after.isEmpty());
        assertThat(names)
                .containsExactly(
                        "quarter deck",
                        "Quay %_0",
                        "Quay %_1",
                        "Quay %_2",
                        "Quay %_3",
                        "Quay %_4",
                        "Quay %_5",
                        "Quay %_6");
        assertThat(key.get("/v1/tenants?name=Quay+%25_3").json().path("items")).hasSize(1);
        assertThat(key.get("/v1/tenants?name=%25").json().path("items")).isEmpty();
        assertThat(key.get("/v1/tenants?limit=0").problem()).isEqualTo("invalid, /limit range");
        assertThat(key.get("/v1/tenants?after=x").problem()).isEqualTo("invalid, /after type");
        JsonNode oldest = key.get("/v1/tenants?limit=2").json();
        assertThat(key.get("/v1/tenants?limit=1&after="
                                + oldest.path("items").get(0).path("id").asString())
                        .json()
                        .path("items")
                        .get(0))
                .isEqualTo(oldest.path("items").get(1));
    }

    @Test
    void somebody_sees_their_own_tenants_and_no_others() {
        String id = made("Hidden cove");
        Http somebody = person("looker");
        somebody.get("/v1/tenants/" + id).status(404);
        somebody.get("/v1/tenants/hidden-cove").status(404);
        JsonNode own = somebody.get("/v1/tenants").status(200).json().path("items");
        assertThat(own).hasSize(1);
        somebody.get("/v1/tenants/" + own.get(0).path("id").asString()).status(200);
        assertThat(change(somebody, id, Map.of("name", "Mine")).status()).isIn(403, 404);
        assertThat(change(somebody, own.get(0).path("id").asString(), Map.of("suspended", true))
                        .status())
                .isEqualTo(403);
    }

    /** Of everything by which somebody reaches a tenant, nothing is left from the next request on; and all comes back. */
    @Test
    void in_a_suspended_tenant_nothing_counts() {
        String harbour = made("Long mole");
        String clara = marea.signUp("clara");
        Http key = marea.keyHolder();
        key.put("/v1/tenants/" + harbour + "/members/" + clara, Map.of()).status(204);
        key.send("PUT", "/v1/accounts/" + clara + "/roles/harbourMaster", "{}", "Cuenta-Tenant", harbour)
                .status(200);
        Http master = marea.as("clara@post.example", PASSWORD);
        Http berths = marea.with(marea.serviceKey("berths"));
        assertThat(reaches(master, harbour)).isTrue();
        assertThat(mayAssign(berths, clara, harbour)).isTrue();

        change(key, harbour, Map.of("suspended", true)).status(200);
        assertThat(reaches(master, harbour)).isFalse();
        assertThat(mayAssign(berths, clara, harbour)).isFalse();
        assertThat(key.get("/v1/accounts?filter=roles+eq+%22harbourMaster%22+and+id+eq+%22" + clara + "%22")
                        .json()
                        .path("items"))
                .isEmpty();
        assertThat(master.get("/v1/me").status(200).json().path("tenants")).hasSize(2);

        change(key, harbour, Map.of("suspended", false)).status(200);
        assertThat(reaches(master, harbour)).isTrue();
        assertThat(mayAssign(berths, clara, harbour)).isTrue();
    }

    @Test
    void an_archived_tenant_is_suspended_and_stands_in_its_own_list_only() {
        String harbour = made("Sunken mole");
        String nils = marea.signUp("nils");
        Http key = marea.keyHolder();
        key.put("/v1/tenants/" + harbour + "/members/" + nils, Map.of()).status(204);
        Http member = marea.as("nils@post.example", PASSWORD);
        assertThat(listed(key, "")).contains("Sunken mole");
        assertThat(listed(member, "")).contains("Sunken mole");
        assertThat(change(member, harbour, Map.of("archived", true)).status()).isEqualTo(403);

        JsonNode archived =
                change(key, harbour, Map.of("archived", true)).status(200).json();
        assertThat(archived.path("archived").asBoolean()).isTrue();
        assertThat(archived.path("suspended").asBoolean()).isTrue();
        for (Http who : List.of(key, member)) {
            assertThat(listed(who, "")).doesNotContain("Sunken mole");
            assertThat(listed(who, "&name=sunken")).isEmpty();
            assertThat(listed(who, "&archived=true")).containsExactly("Sunken mole");
            assertThat(listed(who, "&archived=true&name=sunken")).containsExactly("Sunken mole");
        }
        assertThat(listed(person("passerby"), "&archived=true")).isEmpty();
        assertThat(change(key, harbour, Map.of("suspended", false)).status(409).everything())
                .contains("Restore it first");

        assertThat(change(key, harbour, Map.of("archived", false))
                        .status(200)
                        .json()
                        .path("suspended")
                        .asBoolean())
                .isTrue();
        assertThat(listed(key, "")).contains("Sunken mole");
        change(key, harbour, Map.of("archived", true)).status(200);
        change(key, harbour, Map.of("archived", false, "suspended", false)).status(200);
        assertThat(reaches(key, harbour)).isTrue();
    }

    private static List<String> listed(Http who, String more) {
        return who.get("/v1/tenants?limit=200" + more)
                .status(200)
                .json()
                .path("items")
                .findValuesAsString("name");
    }

    private static boolean reaches(Http who, String tenant) {
        return who.send("GET", "/v1/accounts?limit=1", null, "Cuenta-Tenant", tenant)
                        .status()
                == 200;
    }

    private static boolean mayAssign(Http service, String account, String tenant) {
        return service.send(
                        "POST",
                        "/v1/checks",
                        "{\"account\":\"" + account + "\",\"permission\":\"berths.assign\"}",
                        "Cuenta-Tenant",
                        tenant)
                .status(200)
                .json()
                .path("allowed")
                .asBoolean();
    }

    @Test
    void a_tenant_goes_once_it_is_suspended_with_what_there_is_in_it_and_no_account() {
        String id = made("Old mole");
        String dora = marea.signUp("dora");
        Http key = marea.keyHolder();
        key.put("/v1/tenants/" + id + "/members/" + dora, Map.of()).status(204);
        key.send("PUT", "/v1/accounts/" + dora + "/roles/harbourMaster", "{}", "Cuenta-Tenant", id)
                .status(200);
        key.post("/v1/tenants/" + id + "/invitations", Map.of()).status(201);

        assertThat(key.get("/v1/tenants/" + id + "/removal").status(200).json().toString())
                .isEqualTo("{\"memberships\":1,\"roles\":1,\"invitations\":1,\"accounts\":0}");
        assertThat(key.send("DELETE", "/v1/tenants/" + id, null).status(409).everything())
                .contains("Suspend the tenant first");
        assertThat(marea.as("dora@post.example", PASSWORD)
                        .send("DELETE", "/v1/tenants/" + id, null)
                        .status())
                .isEqualTo(403);
        change(key, id, Map.of("suspended", true)).status(200);
        assertThat(key.send("DELETE", "/v1/tenants/" + id, null)
                        .status(200)
                        .json()
                        .toString())
                .isEqualTo("{\"memberships\":1,\"done\":true}");
        key.get("/v1/tenants/" + id).status(404);
        assertThat(key.get("/v1/accounts/" + dora).status(200).json().path("tenants"))
                .hasSize(1);
        assertThat(marea.sql("select count(*) from cuenta.role_given where tenant_id = '" + id + "'"))
                .isEqualTo("0");
    }

    @Test
    void an_account_moves_in_one_step_and_says_before_what_that_does() {
        String from = made("Inner mole");
        String to = made("Far mole");
        String eva = marea.signUp("eva");
        Http key = marea.keyHolder();
        key.put("/v1/tenants/" + from + "/members/" + eva, Map.of()).status(204);
        key.send("PUT", "/v1/accounts/" + eva + "/roles/harbourMaster", "{}", "Cuenta-Tenant", from)
                .status(200);
        key.send("PATCH", "/v1/accounts/" + eva, "{\"stay\": {\"locker\": \"A07\"}}", "Cuenta-Tenant", from)
                .status(200);
        String path = "/v1/accounts/" + eva + "/move";
        Map<String, String> move = Map.of("from", "inner-mole", "to", to);
        String expected =
                "{\"gains\":[],\"keeps\":[\"boater\"],\"loses\":[\"harbourMaster in Inner mole\"],\"values\":[\"stay.locker\"]}";
        assertThat(key.get(path + "?from=inner-mole&to=" + to)
                        .status(200)
                        .json()
                        .toString())
                .isEqualTo(expected);
        assertThat(memberships(eva)).contains("Inner mole").doesNotContain("Far mole");

        assertThat(key.post(path, move).status(200).json().toString()).isEqualTo(expected);
        assertThat(memberships(eva)).contains("Far mole").doesNotContain("Inner mole");
        assertThat(key.post(path, move).problem()).isEqualTo("invalid, /from unknown");
        assertThat(key.post(path, Map.of("from", to, "to", to)).problem()).isEqualTo("invalid, /to taken");
        change(key, from, Map.of("suspended", true)).status(200);
        key.post(path, Map.of("from", to, "to", from)).status(409);
        assertThat(marea.as("eva@post.example", PASSWORD).post(path, move).status())
                .isEqualTo(403);
    }

    private static List<String> memberships(String account) {
        return marea.keyHolder()
                .get("/v1/accounts/" + account)
                .json()
                .path("tenants")
                .valueStream()
                .map(tenant -> tenant.path("name").asString())
                .toList();
    }
}
