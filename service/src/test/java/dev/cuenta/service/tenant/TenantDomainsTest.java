package dev.cuenta.service.tenant;

import static org.assertj.core.api.Assertions.assertThat;

import dev.cuenta.service.testing.Http;
import dev.cuenta.service.testing.Mails;
import java.io.IOException;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;

/** Joining a tenant by an address of its domain: only once the address is proven, and only as far as there is room. */
class TenantDomainsTest extends PeopleInTenants {
    private static Process mailbox;

    @BeforeAll
    static void open() throws IOException {
        mailbox = marea.mailbox();
    }

    @AfterAll
    static void shut() {
        mailbox.destroyForcibly();
    }

    private static Http.Answer change(Http by, String tenant, Object what) {
        return by.patch("/v1/tenants/" + tenant, what);
    }

    private static String harbour(String name, String domain) {
        String id = made(name);
        change(marea.keyHolder(), id, Map.of("domains", List.of(domain))).status(200);
        return id;
    }

    private static Http signedUp(String name, String domain) {
        Map<String, Object> body = person(name, null);
        body.put("email", name + "@" + domain);
        marea.guest().post("/v1/sign-ups", body).status(201);
        return marea.as(name + "@" + domain, PASSWORD);
    }

    private static String proof(String address, String subject) {
        return Mails.proof(Mails.await(marea, "To: " + address, subject));
    }

    private static void confirm(String address) {
        marea.guest()
                .post("/v1/confirmations", Map.of("token", proof(address, "Confirm your address")))
                .status(200);
    }

    private static boolean belongs(Http person, String tenant) {
        return person.get("/v1/me")
                .status(200)
                .json()
                .path("tenants")
                .valueStream()
                .anyMatch(each -> each.path("id").asString().equals(tenant));
    }

    @Test
    void whoever_confirms_an_address_of_its_domain_joins_and_nobody_who_only_has_one() {
        String harbour = harbour("Cala Rossa", "Rossa.EXAMPLE");
        Http mara = signedUp("mara", "rossa.example");
        Http other = signedUp("olga", "sub.rossa.example");
        assertThat(belongs(mara, harbour)).isFalse();

        confirm("mara@rossa.example");
        confirm("olga@sub.rossa.example");

        assertThat(belongs(mara, harbour)).isTrue();
        assertThat(belongs(other, harbour)).isFalse();
        assertThat(marea.sql(
                        "select details->>'domain' from cuenta.activity where action = 'member-joined' and account = '"
                                + mara.get("/v1/me").json().path("id").asString() + "' order by number desc limit 1"))
                .isEqualTo("rossa.example");
    }

    @Test
    void a_link_for_a_new_password_proves_the_address_as_well() {
        String harbour = harbour("Cala Nova", "nova.example");
        Http nils = signedUp("nils", "nova.example");
        marea.guest().post("/v1/password-resets", Map.of("identifier", "nils@nova.example"));
        String token = proof("nils@nova.example", "A new password");
        marea.guest()
                .put("/v1/password-resets", Map.of("token", token, "password", "twelve grey gulls"))
                .status(204);
        assertThat(belongs(marea.as("nils@nova.example", "twelve grey gulls"), harbour))
                .isTrue();
        assertThat(nils.get("/v1/me").status()).isEqualTo(401);
    }

    @Test
    void whoever_was_sent_away_does_not_come_back_by_proving_the_address_again() {
        String harbour = harbour("Cala Ultima", "ultima.example");
        Http rita = signedUp("rita", "ultima.example");
        confirm("rita@ultima.example");
        String member = "/v1/tenants/" + harbour + "/members/"
                + rita.get("/v1/me").json().path("id").asString();
        marea.keyHolder().delete(member).status(204);

        marea.guest().post("/v1/password-resets", Map.of("identifier", "rita@ultima.example"));
        marea.guest()
                .put(
                        "/v1/password-resets",
                        Map.of(
                                "token",
                                proof("rita@ultima.example", "A new password"),
                                "password",
                                "twelve grey gulls"))
                .status(204);
        Http again = marea.as("rita@ultima.example", "twelve grey gulls");
        assertThat(belongs(again, harbour)).isFalse();

        marea.keyHolder().put(member, Map.of()).status(204);
        assertThat(belongs(again, harbour)).isTrue();
    }

    @Test
    void where_there_is_no_room_or_it_is_suspended_the_address_is_confirmed_all_the_same() {
        String full = harbour("Cala Plena", "plena.example");
        change(marea.keyHolder(), full, Map.of("limits", Map.of("members", 1))).status(200);
        Http first = signedUp("pia", "plena.example");
        Http second = signedUp("pau", "plena.example");
        String closed = harbour("Cala Cerrada", "cerrada.example");
        change(marea.keyHolder(), closed, Map.of("suspended", true)).status(200);
        Http third = signedUp("cia", "cerrada.example");

        confirm("pia@plena.example");
        confirm("pau@plena.example");
        confirm("cia@cerrada.example");

        assertThat(belongs(first, full)).isTrue();
        assertThat(belongs(second, full)).isFalse();
        assertThat(belongs(third, closed)).isFalse();
        for (Http confirmed : List.of(second, third)) {
            assertThat(confirmed
                            .get("/v1/me")
                            .json()
                            .path("meta")
                            .path("confirmed")
                            .has("email"))
                    .isTrue();
        }
        Http key = marea.keyHolder();
        String id = second.get("/v1/me").json().path("id").asString();
        Http.Answer refused =
                key.send("PUT", "/v1/tenants/" + full + "/members/" + id, "").status(409);
        assertThat(refused.everything()).contains("`Cala Plena` may have 1 member, and has no room for more");
    }

    @Test
    void a_domain_is_one_tenants_and_nothing_else_is_one() {
        String first = harbour("Cala Prima", "prima.example");
        String second = made("Cala Seconda");
        Http key = marea.keyHolder();
        assertThat(change(key, second, Map.of("domains", List.of("seconda.example", "PRIMA.example")))
                        .status(409)
                        .everything())
                .contains("Another tenant has the domain `prima.example`.");
        assertThat(key.get("/v1/tenants/" + second).json().path("domains")).isEmpty();
        for (String wrong : List.of("example", "@prima.example", "*.example", "192.0.2.7")) {
            assertThat(change(key, second, Map.of("domains", List.of("fine.example", wrong)))
                            .problem())
                    .isEqualTo("invalid, /domains/1 format");
        }
        for (String limit : List.of("members", "invitations", "requests")) {
            assertThat(change(key, second, Map.of("limits", Map.of(limit, 0))).problem())
                    .isEqualTo("invalid, /limits/" + limit + " range");
        }
        change(key, first, Map.of("domains", List.of())).status(200);
        change(key, second, Map.of("domains", List.of("prima.example"), "limits", Map.of("members", 40)))
                .status(200);
        change(key, second, Map.of("name", "Cala Second")).status(200);
        assertThat(key.get("/v1/tenants/" + second)
                        .json()
                        .path("limits")
                        .path("members")
                        .asInt())
                .isEqualTo(40);
        assertThat(key.get("/v1/tenants/" + second)
                        .json()
                        .path("domains")
                        .get(0)
                        .asString())
                .isEqualTo("prima.example");
    }

    @Test
    void neither_is_for_the_tenants_own_administrator() {
        Http owner = signedUp("rita", "post.example");
        String own =
                owner.get("/v1/me").json().path("tenants").get(0).path("id").asString();
        for (Map<String, Object> wish : List.<Map<String, Object>>of(
                Map.of("domains", List.of("post.example")), Map.of("limits", Map.of("members", 9)))) {
            change(owner, own, wish).status(403);
        }
    }
}
