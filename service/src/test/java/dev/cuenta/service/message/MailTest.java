package dev.cuenta.service.message;

import static org.assertj.core.api.Assertions.assertThat;

import dev.cuenta.core.model.Models;
import dev.cuenta.core.testing.Await;
import dev.cuenta.service.testing.Http;
import dev.cuenta.service.testing.Mails;
import dev.cuenta.service.testing.OnMarea;
import java.io.IOException;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;

/** Confirming an address and resetting a password by mail, through a mail server of its own. */
class MailTest extends OnMarea {
    private static Process mailbox;

    @BeforeAll
    static void open() throws IOException {
        mailbox = marea.mailbox();
    }

    @AfterAll
    static void shut() {
        mailbox.destroyForcibly();
    }

    /** Whoever signs up with somebody else's address does not write to them through us. */
    @Test
    void nobody_is_called_by_name_before_the_address_is_theirs() throws IOException {
        int before = links().size();
        signUpAtMarea("vera");
        String mail = next(before);
        assertThat(mail).contains("Hello,").doesNotContain("Hello vera");

        confirm(Mails.proof(mail), 200);
        marea.guest().post("/v1/password-resets", Map.of("identifier", "vera.demo@marea.example"));
        assertThat(next(before + 1)).contains("A new password for marea").containsPattern("Hello \\p{L}+ Demo,");
    }

    @Test
    void an_address_is_confirmed_by_whoever_reads_there_until_it_changes() throws IOException {
        int before = links().size();
        int confirmed = confirmed();
        String id = signUpAtMarea("lea");
        Http lea = marea.as("lea.demo@marea.example", PASSWORD);
        String mail = next(before);

        assertThat(mail)
                .contains("To: lea.demo@marea.example", "Confirm your address for marea", "Hello,")
                .contains(marea.url() + "/confirm#");
        assertThat(due()).isEqualTo("1");
        assertThat(lea.get("/v1/me").json().path("meta").has("confirmed")).isFalse();
        confirm(Mails.proof(mail), 200);
        assertThat(lea.get("/v1/me")
                        .json()
                        .path("meta")
                        .path("confirmed")
                        .path("email")
                        .asString())
                .isNotEmpty();
        assertThat(due()).isEqualTo("0");
        confirm(Mails.proof(mail), 422);
        assertThat(confirmed()).isEqualTo(confirmed + 1);

        assertThat(lea.patch("/v1/me", Map.of("email", "lea.other@marea.example"))
                        .problem())
                .isEqualTo("invalid, /currentPassword required");
        assertThat(lea.patch("/v1/me", Map.of("email", "lea.other@marea.example", "currentPassword", "guessed"))
                        .problem())
                .isEqualTo("invalid, /currentPassword wrong");
        lea.patch("/v1/me", Map.of("email", "lea.other@marea.example", "currentPassword", PASSWORD))
                .status(200);
        assertThat(lea.get("/v1/me").json().path("meta").has("confirmed")).isFalse();
        halfAMinuteLater();
        String second = next(before + 1);
        assertThat(second).contains("To: lea.other@marea.example");
        assertThat(Mails.await(marea, "To: lea.demo@marea.example", "was changed"))
                .contains("is reached at another address from now on")
                .doesNotContain("lea.other");
        lea.patch("/v1/me", Map.of("email", "lea.demo@marea.example", "currentPassword", PASSWORD))
                .status(200);
        halfAMinuteLater();
        confirm(Mails.proof(second), 422);
        confirm(Mails.proof(next(before + 2)), 200);
        assertThat(marea.log()).doesNotContain("cuenta_proof_", "lea.demo");
        assertThat(marea.sql("select count(*) from accounts.account where id = '" + id + "'"))
                .isEqualTo("1");
    }

    @Test
    void another_link_can_be_asked_for_and_the_first_one_is_good_no_more() throws IOException {
        int before = links().size();
        signUpAtMarea("rik");
        Http rik = marea.as("rik.demo@marea.example", PASSWORD);
        String first = Mails.proof(next(before));
        rik.post("/v1/me/confirmations", Map.of("field", "email")).status(202);
        marea.bean(MailRound.class).carryOn();
        assertThat(links()).as("not twice at once").hasSize(before + 1);
        halfAMinuteLater();
        String second = Mails.proof(next(before + 1));

        confirm(first, 422);
        confirm(second, 200);
        assertThat(rik.post("/v1/me/confirmations", Map.of("field", "phone")).status())
                .isEqualTo(422);
    }

    @Test
    void a_forgotten_password_is_replaced_and_every_session_ends() throws IOException {
        int before = links().size() + 1;
        signUpAtMarea("ulla");
        next(before - 1);
        Http guest = marea.guest();
        Http session = marea.as("ulla.demo@marea.example", PASSWORD);
        guest.post("/v1/password-resets", Map.of("identifier", "nobody@marea.example"))
                .status(202);
        guest.post("/v1/password-resets", Map.of("identifier", "ULLA.demo@marea.example"))
                .status(202);
        String mail = next(before);
        assertThat(mail).contains("A new password for marea", "/reset#");

        assertThat(guest.put(
                                "/v1/password-resets",
                                Map.of("token", Mails.proof(mail), "password", "ulla.demo@marea.example"))
                        .problem())
                .contains("/password");
        confirm(Mails.proof(mail), 422);
        guest.put("/v1/password-resets", Map.of("token", Mails.proof(mail), "password", "twelve grey gulls"))
                .status(204);
        assertThat(guest.put("/v1/password-resets", Map.of("token", Mails.proof(mail), "password", "twelve grey gulls"))
                        .status())
                .isEqualTo(422);
        assertThat(session.get("/v1/me").status()).isEqualTo(401);
        marea.as("ulla.demo@marea.example", "twelve grey gulls");
        assertThat(Mails.await(marea, "Your password for marea was changed", "To: ulla.demo"))
                .contains(marea.url() + "/reset");
        assertThat(marea.sql("select count(*) from cuenta.reset_request")).isEqualTo("0");
        assertThat(links()).hasSize(before + 1);
    }

    @Test
    void one_of_the_last_passwords_cannot_be_chosen_again() throws IOException {
        marea.publish(Models.source("account-model.yaml")
                .replace("policy: { minLength: 10,", "policy: { history: 3, minLength: 10,"));
        int before = links().size();
        String id = signUpAtMarea("noa");
        assertThat(next(before)).contains("Confirm your address");
        List<String> passwords = List.of(PASSWORD, "one red anchor", "two blue anchors", "three old anchors");
        for (int i = 1; i < passwords.size(); i++) {
            change("noa", passwords.get(i - 1), passwords.get(i)).status(200);
        }

        for (String former : passwords.subList(1, 4)) {
            assertThat(change("noa", "three old anchors", former).status())
                    .as(former)
                    .isEqualTo(422);
        }
        assertThat(change("noa", "three old anchors", "two blue anchors").everything())
                .contains("Is one of your last 3 passwords.");
        assertThat(marea.sql("select count(*) from cuenta.former_password")).isEqualTo("2");
        marea.guest()
                .post("/v1/password-resets", Map.of("identifier", "noa.demo@marea.example"))
                .status(202);
        String token = Mails.proof(next(before + 1));
        assertThat(marea.guest()
                        .put("/v1/password-resets", Map.of("token", token, "password", "one red anchor"))
                        .problem())
                .contains("/password former");
        marea.guest()
                .put("/v1/password-resets", Map.of("token", token, "password", PASSWORD))
                .status(204);
        marea.operator().post("/v1/accounts/" + id + "/anonymisation", Map.of()).status(204);
        assertThat(marea.sql("select count(*) from cuenta.former_password")).isEqualTo("0");
    }

    private static Http.Answer change(String name, String current, String password) {
        return marea.as(name + ".demo@marea.example", current)
                .put("/v1/me/password", Map.of("current", current, "password", password));
    }

    private static void halfAMinuteLater() {
        marea.sql("update cuenta.proof set made_at = made_at - interval '30 seconds'");
        marea.sql("update cuenta.message set due_at = due_at - interval '30 seconds'");
    }

    private static int confirmed() {
        return marea.keyHolder()
                .get("/v1/accounts/count?filter=email.confirmedAt pr")
                .status(200)
                .json()
                .path("count")
                .asInt();
    }

    private static String signUpAtMarea(String name) {
        return marea.guest()
                .post(
                        "/v1/sign-ups",
                        Map.of(
                                "email",
                                name + ".demo@marea.example",
                                "password",
                                PASSWORD,
                                "person",
                                Map.of("givenName", name.equals("lea") ? "Léa" : name, "familyName", "Demo")))
                .status(201)
                .json()
                .path("id")
                .asString();
    }

    private static void confirm(String token, int status) {
        marea.guest().post("/v1/confirmations", Map.of("token", token)).status(status);
    }

    /** As the retention rule for abandoned sign-ups would count, were they older. */
    private static String due() {
        return String.valueOf(marea.keyHolder()
                .get("/v1/accounts/count?filter=not (email.confirmedAt pr) and email sw \"lea\"")
                .status(200)
                .json()
                .path("count")
                .asInt());
    }

    /** Mails that ask for something; beside them there are notices. */
    private static List<String> links() {
        return marea.mails().stream().filter(mail -> mail.contains("#")).toList();
    }

    /** It has arrived before the sender has written down that it went. */
    private static String next(int index) {
        Await.until(
                "mail number " + index,
                () -> links().size() > index
                        && marea.sql("select count(*) from cuenta.message where due_at <= now()")
                                .equals("0"));
        return links().get(index);
    }
}
