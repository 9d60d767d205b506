package dev.cuenta.service.message;

import static org.assertj.core.api.Assertions.assertThat;

import com.sun.net.httpserver.HttpServer;
import dev.cuenta.core.model.Models;
import dev.cuenta.core.testing.Await;
import dev.cuenta.service.testing.Http;
import dev.cuenta.service.testing.OnMarea;
import java.io.IOException;
import java.util.Map;
import java.util.Objects;
import java.util.Queue;
import java.util.concurrent.ConcurrentLinkedQueue;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;

/** A telephone is confirmed by a code that is sent there. */
class TelephoneTest extends OnMarea {
    private static final Pattern CODE = Pattern.compile("\"text\":\"(\\d{6}) is your code for marea");
    private final Queue<String> texts = new ConcurrentLinkedQueue<>();
    private HttpServer gateway;

    @BeforeAll
    static void telephonesAreConfirmed() {
        marea.publish(
                Models.source("account-model.yaml").replaceFirst("type: phone .*", "type: phone\n    confirm: P3D"));
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
        assertThat(marea.sql("select count(*) from cuenta.proof where field = 'phone'"))
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
        marea.rotateSecrets();
        confirm(ada, second).status(200);
        assertThat(ada.get("/v1/me").json().path("meta").path("confirmed").has("phone"))
                .isTrue();
        assertThat(confirm(ada, second).problem()).isEqualTo("invalid, /code wrong");

        int refused = 0;
        for (int i = 0; i < 8; i++) {
            if (i == 5) {
                marea.lengthenPauses();
            }
            refused += confirm(ada, "00000" + i).status() == 429 ? 1 : 0;
        }
        assertThat(refused).as("who tries has to wait").isGreaterThanOrEqualTo(3);
        assertThat(marea.log()).doesNotContain("+447700900123", "is your code");
    }

    private static Http.Answer confirm(Http person, String code) {
        return person.put("/v1/me/confirmations", Map.of("field", "phone", "code", code));
    }

    private String next() {
        marea.sql("update cuenta.message set due_at = now()");
        Matcher found = Await.until(
                "a text with a code",
                () -> CODE.matcher(Objects.requireNonNullElse(texts.peek(), "")),
                text -> text.find()
                        && marea.sql("select count(*) from cuenta.message where field = 'phone'")
                                .equals("0"));
        return found.group(1);
    }
}
