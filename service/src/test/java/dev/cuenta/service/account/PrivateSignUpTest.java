package dev.cuenta.service.account;

import static org.assertj.core.api.Assertions.assertThat;

import dev.cuenta.service.testing.Http;
import dev.cuenta.service.testing.Mails;
import dev.cuenta.service.testing.RunningService;
import java.io.IOException;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;

/** Where nobody but its owner is to learn that an address has an account. */
class PrivateSignUpTest {
    private static final String PASSWORD = RunningService.PASSWORD;

    private static RunningService marea;
    private static Process mailbox;

    @BeforeAll
    static void start() throws IOException {
        marea = RunningService.marea(Map.of("CUENTA_PRIVATE_SIGN_UP", "true"));
        mailbox = marea.mailbox();
    }

    @AfterAll
    static void stop() {
        mailbox.destroyForcibly();
        marea.close();
    }

    @Test
    void a_guest_gets_the_same_answers_for_an_address_that_has_an_account_and_for_one_that_has_none() {
        Http.Answer fresh = signUp("petra@marea.example", PASSWORD);
        Http.Answer taken = signUp("PETRA@marea.example", "ten other rudders");

        assertThat(fresh.status()).isEqualTo(202);
        assertThat(taken.status()).isEqualTo(202);
        assertThat(taken.response().body()).isEqualTo(fresh.response().body()).isEmpty();
        assertThat(taken.response().headers().map().keySet())
                .isEqualTo(fresh.response().headers().map().keySet());
        // A password that the guest has just chosen would tell, if it opened the new one.
        assertThat(signIn("petra@marea.example", PASSWORD).response().body())
                .isEqualTo(signIn("petra@marea.example", "ten other rudders")
                        .response()
                        .body());
    }

    @Test
    void the_owner_is_told_and_signs_in_when_the_address_is_shown_to_be_theirs() {
        signUp("ivo@marea.example", PASSWORD);
        String token = Mails.proof(Mails.await(marea, "To: ivo@marea.example", "Confirm your address"));
        signUp("ivo@marea.example", "ten other rudders");
        assertThat(Mails.await(marea, "To: ivo@marea.example", "You have an account of marea"))
                .contains("has an account already", marea.url() + "/reset");

        assertThat(signIn("ivo@marea.example", PASSWORD).status()).isEqualTo(401);
        marea.guest().post("/v1/confirmations", Map.of("token", token)).status(200);
        assertThat(signIn("ivo@marea.example", PASSWORD).status()).isEqualTo(201);
        assertThat(signIn("ivo@marea.example", "ten other rudders").status()).isEqualTo(401);
    }

    /** Also for accounts that were there before the setting was made. */
    @Test
    void a_link_for_another_password_shows_that_the_address_is_ones_own() {
        signUp("zoe@marea.example", PASSWORD);
        marea.guest()
                .post("/v1/password-resets", Map.of("identifier", "zoe@marea.example"))
                .status(202);
        String token = Mails.proof(Mails.await(marea, "To: zoe@marea.example", "A new password for marea"));
        marea.guest()
                .put("/v1/password-resets", Map.of("token", token, "password", "ten other rudders"))
                .status(204);

        assertThat(signIn("zoe@marea.example", "ten other rudders").status()).isEqualTo(201);
    }

    @Test
    void an_owner_is_not_flooded() {
        signUp("kai@marea.example", PASSWORD);
        for (int i = 0; i < 12; i++) {
            signUp("kai@marea.example", PASSWORD);
            if (i == 3) { // the pause that has begun is long enough for a slow machine
                marea.sql("update cuenta.attempt set last_at = now() + interval '1 hour' where failures = 3");
            }
        }
        signUp("last@marea.example", PASSWORD);
        Mails.await(marea, "To: last@marea.example", "Confirm your address");

        assertThat(mails("To: kai@marea.example", "You have an account")).hasSizeBetween(1, 4);
    }

    private static Http.Answer signUp(String email, String password) {
        return marea.guest()
                .post(
                        "/v1/sign-ups",
                        Map.of(
                                "email",
                                email,
                                "password",
                                password,
                                "person",
                                Map.of("givenName", "Demo", "familyName", "Demo")));
    }

    private static Http.Answer signIn(String email, String password) {
        return marea.guest().post("/v1/sessions", Map.of("identifier", email, "password", password));
    }

    private static List<String> mails(String to, String subject) {
        return marea.mails().stream()
                .filter(mail -> mail.contains(to) && mail.contains(subject))
                .toList();
    }
}
