package dev.cuenta.acceptance;

import static org.assertj.core.api.Assertions.assertThat;

import com.sun.net.httpserver.HttpServer;
import dev.cuenta.core.model.Models;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Map;
import java.util.Queue;
import java.util.concurrent.ConcurrentLinkedQueue;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** A telephone is confirmed by a code that is sent there. */
class TelephoneTest extends OnMarea {
    private static final Pattern CODE = Pattern.compile("\"text\":\"(\\d{6}) is your code for marea");
    private final Queue<String> texts = new ConcurrentLinkedQueue<>();
    private HttpServer gateway;

    @BeforeAll
    static void telephonesAreConfirmed(@TempDir Path folder) throws IOException {
        Path file = Files.writeString(
                folder.resolve("phones.yaml"),
                Models.source("account-model.yaml").replaceFirst("type: phone .*", "type: phone\n    confirm: P3D"));
        marea.cuenta("model", "publish", file.toString()).succeeds();
    }

    @BeforeEach
    void open() throws IOException {
        gateway = marea.telephone(texts);
    }

    @AfterEach
    void close() {
        gateway.stop(0);
    }

    @Test
    void whoever_holds_it_confirms_it_with_the_code_that_was_sent_last() {
        Http ada = person("ada");
        assertThat(ada.patch("/v1/me", Map.of("phone", "+447700900123")).problem())
                .isEqualTo("invalid, /currentPassword required");
        ada.patch("/v1/me", Map.of("phone", "+447700900123", "currentPassword", PASSWORD))
                .status(200);
        String first = next();

        assertThat(texts.peek()).contains("+447700900123");
        assertThat(marea.psql("select count(*) from cuenta.proof where field = 'phone'"))
                .isEqualTo("1");
        assertThat(confirm(ada, first.equals("000000") ? "111111" : "000000").problem())
                .isEqualTo("invalid, /code wrong");
        assertThat(confirm(person("ben"), first).problem()).as("somebody else").isEqualTo("invalid, /code wrong");
        texts.clear();
        ada.post("/v1/me/confirmations", Map.of("field", "phone")).status(202);
        String second = next();
        if (!second.equals(first)) {
            assertThat(confirm(ada, first).problem()).isEqualTo("invalid, /code wrong");
        }
        marea.cuenta("secrets", "rotate").succeeds();
        confirm(ada, second).status(200);
        assertThat(ada.get("/v1/me").json().path("meta").path("confirmed").has("phone"))
                .isTrue();
        assertThat(confirm(ada, second).problem()).isEqualTo("invalid, /code wrong");

        int refused = 0;
        for (int i = 0; i < 8; i++) {
            refused += confirm(ada, "00000" + i).status() == 429 ? 1 : 0;
        }
        assertThat(refused).as("who tries has to wait").isGreaterThanOrEqualTo(2);
        assertThat(marea.log()).doesNotContain("+447700900123", "is your code");
    }

    @Test
    void in_the_terminal_as_well() {
        signUp("cleo");
        Installation.Terminal cleo = marea.terminal("cleo");
        cleo.cuenta(PASSWORD + "\n", "sign-in", "--password-stdin", "cleo@post.example")
                .succeeds();
        assertThat(cleo.cuenta("", "confirmations", "send", "phone").errors()).contains("Name a field of yours");
        marea.cuenta("accounts", "set", "cleo@post.example", "phone=+447700900124")
                .succeeds();
        next();
        texts.clear();

        cleo.cuenta("", "confirmations", "send", "phone").succeeds();
        assertThat(cleo.cuenta(next() + "\n", "confirmations", "enter", "phone", "--code-stdin")
                        .succeeds()
                        .text())
                .contains("phone is confirmed");
    }

    private static Http.Answer confirm(Http person, String code) {
        return person.put("/v1/me/confirmations", Map.of("field", "phone", "code", code));
    }

    private String next() {
        marea.psql("update cuenta.message set due_at = now()");
        for (int i = 0; i < 200; i++) {
            String text = texts.peek();
            Matcher found = CODE.matcher(text == null ? "" : text);
            if (found.find()
                    && marea.psql("select count(*) from cuenta.message where field = 'phone'")
                            .equals("0")) {
                return found.group(1);
            }
            Installation.pause(100);
        }
        throw new AssertionError("No text came. " + marea.log());
    }
}
