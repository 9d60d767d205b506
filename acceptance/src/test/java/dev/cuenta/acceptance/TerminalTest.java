package dev.cuenta.acceptance;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

class TerminalTest extends OnMarea {
    @ParameterizedTest
    @ValueSource(
            strings = {
                "model check",
                "model diff",
                "model publish",
                "model show",
                "model history",
                "model matrix",
                "accounts list",
                "accounts show",
                "accounts add",
                "accounts set",
                "accounts remove",
                "retention rules",
                "retention preview",
                "retention run",
                "first-administrator",
                "seed",
                "sample",
                "sign-in",
                "sign-out"
            })
    void every_command_has_help_with_an_example(String command) {
        String[] arguments = (command + " --help").split(" ");

        assertThat(marea.cuenta(arguments).succeeds().text())
                .contains("Usage: cuenta " + command)
                .containsPattern("Examples?:\\n  cuenta " + command);
    }

    @Test
    void check_points_at_the_mistake_as_a_compiler_does(@TempDir Path folder) throws IOException {
        Path file = folder.resolve("m.yaml");
        Files.writeString(
                file, "cuenta: 1\nname: marea\nfeilds: {}\nroles: { administrator: { number: 9, may: ['*'] } }\n");
        Output output = marea.cuenta("model", "check", file.toString());

        assertThat(output.status()).isEqualTo(1);
        assertThat(output.text())
                .contains(
                        file + ":3:1: error: Unknown key `feilds`. [unknown-key]",
                        "    3 | feilds: {}\n      | ^",
                        "Did you mean `fields`?");
    }

    @Test
    void an_account_is_added_shown_changed_and_removed() {
        marea.cuenta(
                        "accounts",
                        "add",
                        "kind=contractor",
                        "email=vera2@marea.example",
                        "person.givenName=Vera",
                        "person.familyName=Lindt")
                .succeeds();
        assertThat(marea.cuenta("accounts", "show", "vera2@marea.example").text())
                .contains("displayName  Vera Lindt");
        assertThat(marea.cuenta(
                                "accounts",
                                "set",
                                "vera2@marea.example",
                                "theme=dusk",
                                "person.website=https://lindt.example/")
                        .text())
                .contains("theme        dusk", "version       2");
        assertThat(marea.cuenta("accounts", "set", "vera2@marea.example", "person.website=")
                        .text())
                .doesNotContain("website");
        assertThat(marea.cuenta("accounts", "remove", "vera2@marea.example").status())
                .isEqualTo(1);
        assertThat(marea.cuenta("accounts", "remove", "vera2@marea.example", "--yes")
                        .text())
                .isEqualTo("Removed Vera Lindt.\n");
        assertThat(marea.cuenta("accounts", "show", "vera2@marea.example").errors())
                .contains("Nobody signs in with vera2@marea.example");
    }

    @Test
    void refusals_say_which_value_and_what_to_do() {
        Output output =
                marea.cuenta("accounts", "set", "tomas.rey@marea.example", "employment.contractYears=9", "phone=0770");

        assertThat(output.status()).isEqualTo(1);
        assertThat(output.errors()).isEqualTo("""
                employment.contractYears: Must be 5 or less.
                phone: Is not a telephone number with its country code, such as +44 7700 900123.
                """);
    }

    @Test
    void wrong_use_and_an_absent_service_have_exit_statuses_of_their_own() {
        assertThat(marea.cuenta("accounts", "lst").status()).isEqualTo(2);
        Output absent = marea.cuenta("accounts", "list", "--url", "http://127.0.0.1:9");
        assertThat(absent.status()).isEqualTo(3);
        assertThat(absent.errors()).contains("cannot be reached", "--url URL");
    }

    @Test
    void a_person_signs_in_and_out_without_a_password_among_the_arguments() {
        assertThat(marea.cuentaWith("wrong\n", "sign-in", Installation.OPERATOR, "--password-stdin")
                        .errors())
                .contains("The sign-in name or the password is wrong.");
        assertThat(marea.cuentaWith(
                                Installation.OPERATOR_PASSWORD + "\n",
                                "sign-in",
                                Installation.OPERATOR,
                                "--password-stdin")
                        .succeeds()
                        .text())
                .startsWith("Signed in until 20");
        assertThat(marea.cuenta("model", "history").succeeds().text()).startsWith("REVISION  STATE  PUBLISHED");
        assertThat(marea.cuenta("sign-out").succeeds().text()).isEqualTo("Signed out.\n");
    }

    @Test
    void programs_get_json() {
        assertThat(marea.cuenta("accounts", "list", "--limit", "1", "--output", "json")
                        .succeeds()
                        .text())
                .startsWith("{")
                .contains("\"items\"");
        assertThat(marea.cuenta("model", "check", "marea/account-model.yaml", "--output", "json")
                        .succeeds()
                        .text())
                .isEqualTo("[ ]\n");
        assertThat(marea.cuenta("model", "matrix", "--output", "json")
                        .succeeds()
                        .text())
                .contains("\"why\"");
    }

    @Test
    void a_seed_sown_again_changes_nothing() {
        assertThat(marea.cuenta("seed", "marea/seed.yaml").succeeds().text())
                .isEqualTo("Made 0 tenants and 0 accounts; 5 accounts were there already.\n");
    }

    @Test
    void a_file_that_is_not_there_is_said_to_be_not_there() {
        assertThat(marea.cuenta("model", "check", "nowhere.yaml").errors())
                .isEqualTo("The file nowhere.yaml is not there.\n");
    }
}
