package dev.cuenta.service.web;

import static org.assertj.core.api.Assertions.assertThat;

import dev.cuenta.service.testing.OnMarea;
import dev.cuenta.service.testing.RawHttp;
import java.util.List;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** However a request comes, and whatever becomes of it, its answer tells the browser what to keep from. */
class EveryAnswerTest extends OnMarea {
    private static final List<String> TOLD =
            List.of("Content-Security-Policy: ", "X-Content-Type-Options: nosniff", "Referrer-Policy: no-referrer");
    private static final int LATER_MILLIS = 120;

    @ParameterizedTest
    @CsvSource({
        "200, GET /, ''",
        "200, GET /.well-known/jwks.json, ''",
        "401, GET /v1/me, ''",
        "404, GET /nowhere, ''",
        "405, DELETE /v1/sign-ups, ''",
        "400, GET /v1/me?name=%00, ''",
        "200, POST /v1/password-assessments, '{\"password\": \"five grey gulls\"}'",
        "400, POST /v1/password-assessments, '{\"password\": '",
        "422, POST /v1/password-assessments, '{}'",
        "422, POST /v1/password-assessments, '{\"password\": \"five grey gulls\", \"pass\": 1}'",
    })
    void what_is_asked_in_one_piece_or_two(int status, String line, String body) throws InterruptedException {
        String head = line + " HTTP/1.1\r\nHost: marea\r\nContent-Type: application/json\r\nContent-Length: "
                + body.length() + "\r\n\r\n";
        assertIsTold(RawHttp.ask(marea.url(), head + body), status);
        try (RawHttp connection = new RawHttp(marea.url())) {
            connection.say(head);
            Thread.sleep(LATER_MILLIS);
            connection.say(body);
            assertIsTold(connection.answer(), status);
        }
    }

    @Test
    void what_is_too_large() {
        assertIsTold(
                RawHttp.ask(
                        marea.url(),
                        "POST /v1/sessions HTTP/1.1\r\nHost: marea\r\nContent-Type: application/json\r\n"
                                + "Content-Length: 99999999\r\n\r\n{"),
                413);
    }

    private static void assertIsTold(String answer, int status) {
        assertThat(answer).startsWith("HTTP/1.1 " + status).contains(TOLD);
    }
}
