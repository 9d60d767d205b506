package dev.cuenta.acceptance;

import static org.assertj.core.api.Assertions.assertThat;

import com.sun.net.httpserver.HttpServer;
import dev.cuenta.core.model.Models;
import dev.cuenta.core.testing.Await;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.attribute.PosixFilePermissions;
import java.util.List;
import java.util.Objects;
import java.util.Queue;
import java.util.concurrent.ConcurrentLinkedQueue;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import org.junit.jupiter.api.Test;

/** What somebody does for themselves in a terminal, signed in as a person. */
class PersonAtTheTerminalTest extends OnMarea {
    private static final Pattern CODE = Pattern.compile("\"text\":\"(\\d{6}) is your code for marea");
    private static final String ANOTHER = "seven tarred ropes";

    @Test
    void signs_in_looks_after_their_sessions_and_signs_out() throws IOException {
        Terminal ada = signedIn("ada", PASSWORD);
        Terminal elsewhere = marea.terminal("ada-elsewhere");
        signIn(elsewhere, "ada", PASSWORD);

        assertThat(PosixFilePermissions.toString(Files.getPosixFilePermissions(ada.config())))
                .isEqualTo("rw-------");
        assertThat(ada.cuenta("sessions", "list").succeeds().text().lines()).hasSize(3);
        assertThat(ada.cuentaWith(PASSWORD + "\n" + ANOTHER + "\n", "password", "--password-stdin")
                        .succeeds()
                        .text())
                .contains("Other sessions that ended: 1");
        assertThat(elsewhere.cuenta("sessions", "list").errors()).contains("sign-in");
        assertThat(ada.cuenta("sessions", "list").succeeds().text()).contains("this one");
        ada.cuenta("sign-out").succeeds();
        assertThat(ada.cuenta("sessions", "list").status()).isEqualTo(1);
        assertThat(elsewhere
                        .cuentaWith(PASSWORD + "\n", "sign-in", "--password-stdin", "ada@post.example")
                        .errors())
                .contains("The sign-in name or the password is wrong");
        signIn(elsewhere, "ada", ANOTHER);
    }

    @Test
    void has_a_second_factor_from_then_on() {
        Terminal ben = signedIn("ben", PASSWORD);
        assertThat(ben.cuenta("second-factor", "show").succeeds().text()).contains("You have no second factor");
        String added = withSeedAnswered(ben);
        List<String> recoveryCodes = added.lines()
                .filter(line -> line.matches("  \\S+"))
                .map(String::strip)
                .toList();

        assertThat(recoveryCodes).hasSize(10);
        assertThat(ben.cuenta("second-factor", "show").succeeds().text()).contains("10 recovery codes are left");
        Terminal again = marea.terminal("ben-again");
        assertThat(again.cuentaWith(PASSWORD + "\n", "sign-in", "--password-stdin", "ben@post.example")
                        .status())
                .isEqualTo(1);
        again.cuentaWith(
                        PASSWORD + "\n" + recoveryCodes.get(0) + "\n",
                        "sign-in",
                        "--password-stdin",
                        "ben@post.example")
                .succeeds();
        again.cuentaWith(recoveryCodes.get(1) + "\n", "second-factor", "remove", "--code-stdin")
                .succeeds();
        assertThat(again.cuenta("second-factor", "show").succeeds().text()).contains("You have no second factor");
    }

    @Test
    void confirms_a_telephone_with_the_code_that_was_sent_there() throws IOException {
        try (Installation other = Installation.marea()) {
            other.publish(Models.source("account-model.yaml")
                    .replaceFirst("type: phone .*", "type: phone\n    confirm: P3D"));
            Queue<String> texts = new ConcurrentLinkedQueue<>();
            HttpServer gateway = other.telephone(texts);
            other.signUp("cleo");
            Terminal cleo = other.terminal("cleo");
            signIn(cleo, "cleo", PASSWORD);
            assertThat(cleo.cuenta("confirmations", "send", "phone").errors()).contains("Name a field of yours");
            other.cuenta("accounts", "set", "cleo@post.example", "phone=+447700900124")
                    .succeeds();
            code(other, texts);
            texts.clear();

            cleo.cuenta("confirmations", "send", "phone").succeeds();
            String code = code(other, texts);
            assertThat(cleo.cuentaWith(code + "\n", "confirmations", "enter", "phone", "--code-stdin")
                            .succeeds()
                            .text())
                    .contains("phone is confirmed");
            gateway.stop(0);
        }
    }

    private static String code(Installation other, Queue<String> texts) {
        Matcher found = Await.until(
                "a text with a code",
                () -> {
                    other.sql("update cuenta.message set due_at = now() where due_at > now()");
                    return CODE.matcher(Objects.requireNonNullElse(texts.peek(), ""));
                },
                text -> text.find()
                        && other.sql("select count(*) from cuenta.message where field = 'phone'")
                                .equals("0"));
        return found.group(1);
    }

    @Test
    void changes_their_address_with_the_password_and_issues_tokens() {
        Terminal dirk = signedIn("dirk", PASSWORD);
        String id = marea.idOf("dirk@post.example");

        dirk.cuentaWith(PASSWORD + "\n", "accounts", "set", id, "email=dirk.other@post.example", "--password-stdin")
                .succeeds();
        assertThat(marea.sql("select email from accounts.account where id = '" + id + "'"))
                .isEqualTo("dirk.other@post.example");
        marea.sql("insert into cuenta.role_given (account_id, role) values ('" + id + "', 9)");
        String token =
                dirk.cuenta("tokens", "issue", "berths").succeeds().text().strip();
        assertThat(dirk.cuentaWith(token + "\n", "tokens", "introspect", "--token-stdin")
                        .succeeds()
                        .text())
                .contains("berths.assign");
        assertThat(dirk.cuentaWith(token + "\n", "tokens", "revoke", "--token-stdin")
                        .succeeds()
                        .text())
                .contains("If it was valid, it no longer is.");
        assertThat(dirk.cuentaWith(token + "\n", "tokens", "introspect", "--token-stdin")
                        .succeeds()
                        .text())
                .contains("This token is not valid");
        assertThat(dirk.cuenta("tokens", "keys").succeeds().text()).contains("SIGNS FROM");
        marea.sql("delete from cuenta.role_given where account_id = '" + id + "' and role = 9");
    }

    /** Reads the seed off the terminal, as an authenticator would, and answers with a code from it. */
    private static String withSeedAnswered(Terminal person) {
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

    private static Terminal signedIn(String name, String password) {
        signUp(name);
        Terminal terminal = marea.terminal(name);
        signIn(terminal, name, password);
        return terminal;
    }

    private static void signIn(Terminal terminal, String name, String password) {
        assertThat(terminal.cuentaWith(password + "\n", "sign-in", "--password-stdin", name + "@post.example")
                        .succeeds()
                        .text())
                .startsWith("Signed in until ");
    }
}
