package dev.cuenta.service.tenant;

import static org.assertj.core.api.Assertions.assertThat;

import dev.cuenta.service.testing.Http;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import tools.jackson.databind.JsonNode;

/** What a person has in each harbour, as anybody meets it over HTTP. */
class TenantProfilesOverHttpTest extends PeopleInTenants {
    private static String north;
    private static String south;

    @BeforeAll
    static void harbours() {
        north = made("North basin");
        south = made("South basin");
    }

    private static String member(String name) {
        String id = marea.signUp(name);
        for (String harbour : List.of(north, south)) {
            marea.keyHolder()
                    .put("/v1/tenants/" + harbour + "/members/" + id, Map.of())
                    .status(204);
        }
        return id;
    }

    private static Http.Answer change(Http by, String address, String stay, String tenant) {
        return by.send("PATCH", address, "{\"stay\": {" + stay + "}}", "Cuenta-Tenant", tenant);
    }

    @Test
    void a_harbour_master_writes_it_in_their_own_harbour_and_its_owner_reads_all_of_it() {
        String ines = member("ines.dock");
        String mara = member("mara.dock");
        marea.keyHolder()
                .send("PUT", "/v1/accounts/" + mara + "/roles/harbourMaster", "{}", "Cuenta-Tenant", north)
                .status(200);
        Http master = marea.as("mara.dock@post.example", PASSWORD);
        Http key = marea.keyHolder();
        String address = "/v1/accounts/" + ines;

        Http.Answer written = change(master, address, "\"locker\": \"A07\", \"term\": \"season\"", north);
        assertThat(written.status(200).json().path("stay").toString())
                .isEqualTo("{\"term\":\"season\",\"locker\":\"A07\"}");
        assertThat(change(master, address, "\"locker\": \"A07\"", north)
                        .status(200)
                        .etag())
                .as("nothing is changed")
                .isEqualTo(written.etag());
        change(key, address, "\"locker\": \"A07\"", south).status(200);
        assertThat(change(master, address, "\"locker\": \"B01\"", south).status())
                .isIn(403, 404);
        assertThat(change(key, "/v1/accounts/" + mara, "\"locker\": \"a07\"", north)
                        .problem())
                .isEqualTo("invalid, /stay/locker pattern");
        assertThat(change(key, "/v1/accounts/" + mara, "\"locker\": \"A07\"", north)
                        .problem())
                .isEqualTo("taken, /stay/locker taken");
        assertThat(key.patch(address, Map.of("stay", Map.of("locker", "C01"))).problem())
                .isEqualTo("invalid, /stay/locker tenant");

        JsonNode own = marea.as("ines.dock@post.example", PASSWORD)
                .get("/v1/me")
                .status(200)
                .json();
        assertThat(own.has("stay")).isFalse();
        assertThat(stays(own))
                .contains("North basin {\"term\":\"season\",\"locker\":\"A07\"}", "South basin {\"locker\":\"A07\"}");
        JsonNode seen = master.send("GET", address, null, "Cuenta-Tenant", north)
                .status(200)
                .json();
        assertThat(seen.path("stay").path("term").asString()).isEqualTo("season");
        assertThat(seen.toString()).doesNotContain("South basin");
        assertThat(master.send(
                                "GET",
                                "/v1/accounts?filter=stay.locker eq \"A07\"&sort=stay.term",
                                null,
                                "Cuenta-Tenant",
                                north)
                        .status(200)
                        .json()
                        .path("items"))
                .hasSize(1);
        assertThat(key.get("/v1/accounts?filter=stay.locker eq \"A07\"").everything())
                .contains("It has a value in each tenant: name the tenant");
        assertThat(key.get("/v1/accounts?sort=stay.term").everything()).contains("name the tenant");
        JsonNode told = key.get("/v1/activity?account=" + ines + "&action=account-changed")
                .status(200)
                .json()
                .path("items")
                .get(1);
        assertThat(told.path("details").toString()).contains("stay.locker");
        assertThat(told.path("tenant").asString()).isEqualTo(north);
    }

    private static List<String> stays(JsonNode account) {
        return account.path("tenants")
                .valueStream()
                .filter(tenant -> tenant.has("stay"))
                .map(tenant -> tenant.path("name").asString() + " " + tenant.path("stay"))
                .toList();
    }

    @Test
    void whoever_makes_an_account_in_a_harbour_says_what_it_has_there() {
        Http key = marea.keyHolder();
        String body =
                "{\"email\": \"%s@post.example\", \"person\": {\"givenName\": \"Pia\", \"familyName\": \"Roca\"}, "
                        + "\"stay\": {\"locker\": \"D04\"}}";
        JsonNode made = key.send("POST", "/v1/accounts", body.formatted("pia.dock"), "Cuenta-Tenant", north)
                .status(201)
                .json();
        assertThat(key.send("GET", "/v1/accounts/" + made.path("id").asString(), null, "Cuenta-Tenant", north)
                        .json()
                        .path("stay")
                        .path("locker")
                        .asString())
                .isEqualTo("D04");
        assertThat(key.send("POST", "/v1/accounts", body.formatted("pim.dock"), "Cuenta-Tenant", north)
                        .problem())
                .isEqualTo("taken, /stay/locker taken");
        assertThat(marea.sql("select count(*) from accounts.account where email = 'pim.dock@post.example'"))
                .isEqualTo("0");
        assertThat(key.send("POST", "/v1/accounts", body.formatted("pom.dock"), "Cuenta-Tenant", south)
                        .status())
                .isEqualTo(201);
        assertThat(key.post("/v1/accounts", Map.of("email", "x@post.example", "stay", Map.of("locker", "D05")))
                        .everything())
                .contains("/stay/locker", "name the tenant");
    }

    @Test
    void a_seed_says_it_beside_the_tenant_s_name() {
        Http key = marea.keyHolder();
        Map<String, Object> account = Map.of(
                "email",
                "otto.dock@post.example",
                "person",
                Map.of("givenName", "Otto", "familyName", "Berg"),
                "tenants",
                List.of("North basin", Map.of("name", "South basin", "stay", Map.of("locker", "E09", "term", "year"))));
        key.post("/v1/seeds", Map.of("accounts", List.of(account))).status(200);

        JsonNode otto = key.get("/v1/accounts?filter=email eq \"otto.dock@post.example\"")
                .json()
                .path("items")
                .get(0);
        assertThat(stays(otto)).containsExactly("South basin {\"term\":\"year\",\"locker\":\"E09\"}");
        JsonNode dossier = key.get("/v1/accounts/" + otto.path("id").asString() + "/dossier")
                .status(200)
                .json();
        assertThat(dossier.path("values").toString())
                .contains("\"field\":\"stay.locker\"", "\"value\":\"E09\"", "\"tenant\":\"South basin\"");
    }
}
