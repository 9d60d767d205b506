package dev.cuenta.service.tenant;

import static org.assertj.core.api.Assertions.assertThat;

import dev.cuenta.core.testing.Await;
import dev.cuenta.service.testing.Http;
import dev.cuenta.service.testing.OnMarea;
import java.util.List;
import java.util.Map;
import java.util.concurrent.CompletableFuture;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;

/** Invitations to a tenant: for an address, with roles, by mail; each good for one person. */
class InvitationsTest extends OnMarea {
    private static final JsonMapper JSON = JsonMapper.builder().build();

    private static Http operator;
    private static String harbour;

    @BeforeAll
    static void sign_in() {
        operator = marea.operator();
        harbour = marea.sql("select id from cuenta.tenant where name = 'Punta Clara'");
    }

    private static JsonNode invite(Map<String, Object> wish) {
        return operator.send(
                        "POST",
                        "/v1/tenants/" + harbour + "/invitations",
                        JSON.writeValueAsString(wish),
                        "Cuenta-Tenant",
                        harbour)
                .status(201)
                .json();
    }

    private static Http.Answer accept(Http who, String invitation) {
        return who.post("/v1/me/memberships", Map.of("invitation", invitation));
    }

    @Test
    void only_an_account_with_its_address_accepts_it_and_gets_its_roles() {
        String token = invite(Map.of("address", "Freya@Post.example", "roles", List.of("harbourMaster")))
                .path("invitation")
                .asString();
        Http other = person("other");
        assertThat(accept(other, token).problem()).isEqualTo("invalid, /invitation address");
        Http freya = person("freya");
        JsonNode joined = accept(freya, token).status(200).json();
        assertThat(joined.path("roles").toString()).isEqualTo("[\"harbourMaster\"]");
        freya.send("GET", "/v1/accounts?limit=1", null, "Cuenta-Tenant", harbour)
                .status(200);
        assertThat(accept(freya, token).problem()).isEqualTo("invalid, /invitation unknown");
    }

    @Test
    void somebody_new_brings_it_to_their_sign_up() {
        String token = invite(Map.of("address", "gunnar@post.example", "roles", List.of("harbourMaster")))
                .path("invitation")
                .asString();
        assertThat(marea.signUp("someone", Map.of("invitation", token)).problem())
                .isEqualTo("invalid, /invitation address");
        JsonNode gunnar =
                marea.signUp("gunnar", Map.of("invitation", token)).status(201).json();
        assertThat(gunnar.path("tenants").get(0).path("id").asString()).isEqualTo(harbour);
        assertThat(operator.get("/v1/accounts/" + gunnar.path("id").asString())
                        .json()
                        .path("tenants")
                        .get(0)
                        .path("roles")
                        .toString())
                .isEqualTo("[\"harbourMaster\"]");
    }

    @Test
    void nobody_invites_with_roles_that_they_could_not_give() {
        String masters = marea.signUp("master");
        marea.keyHolder()
                .put("/v1/tenants/" + harbour + "/members/" + masters, Map.of())
                .status(204);
        marea.keyHolder()
                .send("PUT", "/v1/accounts/" + masters + "/roles/harbourMaster", "{}", "Cuenta-Tenant", harbour)
                .status(200);
        Http master = marea.as("master@post.example", PASSWORD);
        assertThat(master.send(
                                "POST",
                                "/v1/tenants/" + harbour + "/invitations",
                                "{\"roles\":[\"harbourMaster\"]}",
                                "Cuenta-Tenant",
                                harbour)
                        .status())
                .isIn(403, 422);
        assertThat(operator.post("/v1/tenants/" + harbour + "/invitations", Map.of("roles", List.of("administrator")))
                        .problem())
                .isEqualTo("invalid, /roles tenant");
        assertThat(operator.post("/v1/tenants/" + harbour + "/invitations", Map.of("roles", List.of("captain")))
                        .problem())
                .isEqualTo("invalid, /roles unknown");
    }

    /** What somebody could give when they invited, and cannot any more, is not given. */
    @Test
    void who_invited_and_gives_no_roles_any_more_has_given_none() {
        String olga = marea.signUp("second");
        marea.keyHolder()
                .put("/v1/accounts/" + olga + "/roles/administrator", Map.of())
                .status(200);
        Http second = marea.as("second@post.example", PASSWORD);
        String token = second.send(
                        "POST",
                        "/v1/tenants/" + harbour + "/invitations",
                        "{\"roles\":[\"harbourMaster\"]}",
                        "Cuenta-Tenant",
                        harbour)
                .status(201)
                .json()
                .path("invitation")
                .asString();
        marea.keyHolder()
                .send("DELETE", "/v1/accounts/" + olga + "/roles/administrator", null)
                .status(204);
        assertThat(accept(person("late"), token).status(200).json().path("roles"))
                .isEmpty();
    }

    @Test
    void of_two_who_accept_one_invitation_at_once_one_joins() {
        Http one = person("quick");
        Http other = person("quicker");
        for (int round = 0; round < 5; round++) {
            String token = invite(Map.of()).path("invitation").asString();
            CompletableFuture<Integer> first =
                    CompletableFuture.supplyAsync(() -> accept(one, token).status());
            CompletableFuture<Integer> second =
                    CompletableFuture.supplyAsync(() -> accept(other, token).status());
            assertThat(List.of(first.join(), second.join())).containsExactlyInAnyOrder(200, 422);
        }
    }

    @Test
    void it_is_mailed_without_a_word_of_anybodys_and_sent_again_with_another_link() throws Exception {
        Process mailbox = marea.mailbox();
        try {
            mailed();
        } finally {
            mailbox.destroy();
        }
    }

    private static void mailed() {
        JsonNode made = invite(Map.of("address", "hanne@post.example", "mail", true));
        assertThat(made.has("invitation")).isFalse();
        assertThat(made.path("mail").asString()).isEqualTo("due");
        String mail = Await.until(
                "the mail arrives",
                () -> marea.mails().stream()
                        .filter(it -> it.contains("hanne@post.example"))
                        .findFirst()
                        .orElse(""),
                text -> !text.isEmpty());
        assertThat(mail).doesNotContain("Punta Clara", "Olga");
        String first = token(mail);
        JsonNode open = Await.until(
                "it is marked",
                () -> operator.get("/v1/tenants/" + harbour + "/invitations")
                        .json()
                        .path("items")
                        .valueStream()
                        .filter(it -> it.path("address").asString("").equals("hanne@post.example"))
                        .findFirst()
                        .orElseThrow(),
                it -> it.path("mail").asString().equals("sent"));

        operator.post(
                        "/v1/tenants/" + harbour + "/invitations/"
                                + open.path("id").asString() + "/mail",
                        Map.of())
                .status(200);
        String second = Await.until(
                "another arrives",
                () -> marea.mails().stream()
                        .filter(it -> it.contains("hanne@post.example"))
                        .map(InvitationsTest::token)
                        .filter(it -> !it.equals(first))
                        .findFirst()
                        .orElse(""),
                text -> !text.isEmpty());
        Http hanne = person("hanne");
        assertThat(accept(hanne, first).problem()).isEqualTo("invalid, /invitation unknown");
        accept(hanne, second).status(200);
    }

    private static String token(String mail) {
        Matcher link = Pattern.compile("/join#(\\S+)")
                .matcher(mail.replace("=\r\n", "").replace("=\n", "").replace("=3D", "="));
        assertThat(link.find()).isTrue();
        return link.group(1);
    }

    @Test
    void what_is_no_address_or_no_time_is_refused() {
        for (String wrong : List.of(
                "x", "a@b", "a b@c.example", "a@b.example\r\nBcc: all@b.example", "a".repeat(250) + "@b.example")) {
            assertThat(operator.post("/v1/tenants/" + harbour + "/invitations", Map.of("address", wrong))
                            .problem())
                    .isEqualTo("invalid, /address format");
        }
        assertThat(operator.post("/v1/tenants/" + harbour + "/invitations", Map.of("days", 91))
                        .problem())
                .isEqualTo("invalid, /days range");
        assertThat(operator.post("/v1/tenants/" + harbour + "/invitations", Map.of("mail", true))
                        .problem())
                .isEqualTo("invalid, /address required");
    }

    @Test
    void a_tenant_sends_only_so_many_in_a_day() {
        marea.sql("update cuenta.tenant set mailed_on = current_date, mailed = 500 where name = 'Isla Verde'");
        String serena = marea.sql("select id from cuenta.tenant where name = 'Isla Verde'");
        assertThat(operator.post(
                                "/v1/tenants/" + serena + "/invitations",
                                Map.of("address", "ines@post.example", "mail", true))
                        .status(429)
                        .everything())
                .containsIgnoringCase("500 invitations today")
                .containsIgnoringCase("retry-after");
        marea.sql("update cuenta.tenant set mailed_on = current_date - 1 where id = '" + serena + "'");
        operator.post("/v1/tenants/" + serena + "/invitations", Map.of("address", "ines@post.example", "mail", true))
                .status(201);
    }
}
