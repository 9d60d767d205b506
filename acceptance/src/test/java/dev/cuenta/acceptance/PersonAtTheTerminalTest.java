package dev.cuenta.acceptance;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.attribute.PosixFilePermissions;
import java.util.List;
import org.junit.jupiter.api.Test;

/** What somebody does for themselves in a terminal, signed in as a person. */
class PersonAtTheTerminalTest extends OnMarea {
    private static final String ANOTHER = "seven tarred ropes";

    @Test
    void signs_in_looks_after_their_sessions_and_signs_out() throws IOException {
        Installation.Terminal ada = signedIn("ada", PASSWORD);
        Installation.Terminal elsewhere = marea.terminal("ada-elsewhere");
        signIn(elsewhere, "ada", PASSWORD);

        assertThat(PosixFilePermissions.toString(Files.getPosixFilePermissions(ada.config())))
                .isEqualTo("rw-------");
        assertThat(ada.cuenta("", "sessions", "list").succeeds().text().lines()).hasSize(3);
        assertThat(ada.cuenta(PASSWORD + "\n" + ANOTHER + "\n", "password", "--password-stdin")
                        .succeeds()
                        .text())
                .contains("Other sessions that ended: 1");
        assertThat(elsewhere.cuenta("", "sessions", "list").errors()).contains("sign-in");
        assertThat(ada.cuenta("", "sessions", "list").succeeds().text()).contains("this one");
        ada.cuenta("", "sign-out").succeeds();
        assertThat(ada.cuenta("", "sessions", "list").status()).isEqualTo(1);
        assertThat(elsewhere
                        .cuenta(PASSWORD + "\n", "sign-in", "--password-stdin", "ada@post.example")
                        .errors())
                .contains("The sign-in name or the password is wrong");
        signIn(elsewhere, "ada", ANOTHER);
    }

    @Test
    void has_a_second_factor_from_then_on() {
        Installation.Terminal ben = signedIn("ben", PASSWORD);
        assertThat(ben.cuenta("", "second-factor", "show").succeeds().text()).contains("You have no second factor");
        String added = withSeedAnswered(ben);
        List<String> recoveryCodes = added.lines()
                .filter(line -> line.matches("  \\S+"))
                .map(String::strip)
                .toList();

        assertThat(recoveryCodes).hasSize(10);
        assertThat(ben.cuenta("", "second-factor", "show").succeeds().text()).contains("10 recovery codes are left");
        Installation.Terminal again = marea.terminal("ben-again");
        assertThat(again.cuenta(PASSWORD + "\n", "sign-in", "--password-stdin", "ben@post.example")
                        .status())
                .isEqualTo(1);
        again.cuenta(PASSWORD + "\n" + recoveryCodes.get(0) + "\n", "sign-in", "--password-stdin", "ben@post.example")
                .succeeds();
        again.cuenta(recoveryCodes.get(1) + "\n", "second-factor", "remove", "--code-stdin")
                .succeeds();
        assertThat(again.cuenta("", "second-factor", "show").succeeds().text()).contains("You have no second factor");
    }

    /** Reads the seed off the terminal, as an authenticator would, and answers with a code from it. */
    private static String withSeedAnswered(Installation.Terminal person) {
        return marea.shell("""
                coproc cuenta { CUENTA_CONFIG=%s ./cuenta second-factor add --stdin; }
                exec 3<&"${cuenta[0]}" 4>&"${cuenta[1]}"
                echo '%s' >&4
                while read -r line <&3; do
                  case $line in *"give it the seed: "*) oathtool --totp --base32 "${line##*: }" >&4; break ;; esac
                done
                cat <&3
                """.formatted(person.config(), PASSWORD)).succeeds().text();
    }

    private static Installation.Terminal signedIn(String name, String password) {
        signUp(name);
        Installation.Terminal terminal = marea.terminal(name);
        signIn(terminal, name, password);
        return terminal;
    }

    private static void signIn(Installation.Terminal terminal, String name, String password) {
        assertThat(terminal.cuenta(password + "\n", "sign-in", "--password-stdin", name + "@post.example")
                        .succeeds()
                        .text())
                .startsWith("Signed in until ");
    }
}
