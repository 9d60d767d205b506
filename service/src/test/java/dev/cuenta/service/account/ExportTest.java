package dev.cuenta.service.account;

import static org.assertj.core.api.Assertions.assertThat;

import dev.cuenta.core.testing.Await;
import dev.cuenta.service.testing.Http;
import dev.cuenta.service.testing.OnMarea;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.net.InetSocketAddress;
import java.net.Socket;
import java.net.SocketException;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.List;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;

/** All that a filter chooses, line by line, out of one moment; what is not whole is seen not to be. */
class ExportTest extends OnMarea {
    private static final JsonMapper JSON = JsonMapper.builder().build();
    private static final int MANY = 20_000;
    private static final String WAITING =
            "from pg_stat_activity where state = 'idle in transaction' and state_change < now() - interval '1 s' and usename = 'cuenta_service'";

    /** More than what lies between a service and a slow reader. */
    @BeforeAll
    static void many() {
        marea.sql("""
                set session_replication_role = replica;
                insert into accounts.account (id, kind, created_at, last_modified_at, version, tenants_, email, theme)
                select gen_random_uuid(), 'staff', now(), now(), 1, '{}', 'many' || n || '@marea.example', 'day'
                from generate_series(1, %d) n""".formatted(MANY));
    }

    private static Http.Answer export(Http asking, String query, String... headers) {
        List<String> all = new ArrayList<>(List.of(headers));
        all.addAll(List.of("Accept", "application/x-ndjson"));
        return asking.send("GET", "/v1/accounts" + query, null, all.toArray(String[]::new));
    }

    private static List<JsonNode> lines(Http.Answer answer) {
        assertThat(answer.status()).isEqualTo(200);
        assertThat(answer.response().headers().firstValue("Content-Type")).contains("application/x-ndjson");
        return answer.response().body().lines().map(JSON::readTree).toList();
    }

    /** More accounts are here than are looked at in no time. */
    @Test
    void what_no_index_helps_with_is_told_before_it_is_asked() {
        Http operator = marea.operator();
        assertThat(operator.get("/v1/accounts/caution?filter=theme+eq+%22dusk%22+and+email+eq+%22no@marea.example%22")
                        .status(200)
                        .json()
                        .path("caution")
                        .asString())
                .contains("`theme`", "1.5 seconds")
                .doesNotContain("`email`");
        assertThat(operator.get("/v1/accounts/caution?sort=-person.familyName")
                        .status(200)
                        .everything())
                .contains("`person.familyName`");
        assertThat(operator.get("/v1/accounts/caution?filter=email+eq+%22no@marea.example%22&sort=meta.created")
                        .status(200)
                        .json())
                .isEmpty();
        assertThat(operator.get("/v1/accounts/caution?filter=theme+eq")
                        .status(422)
                        .everything())
                .contains("/filter");
        assertThat(marea.guest().get("/v1/accounts/caution").status()).isEqualTo(401);
    }

    private static List<JsonNode> pages(Http asking, String query, String... headers) {
        List<JsonNode> all = new ArrayList<>();
        String cursor = "";
        do {
            JsonNode page = asking.send("GET", "/v1/accounts?limit=200" + query + cursor, null, headers)
                    .status(200)
                    .json();
            page.path("items").forEach(all::add);
            cursor = page.has("next") ? "&cursor=" + page.path("next").asString() : "";
        } while (!cursor.isEmpty());
        return all;
    }

    @Test
    void the_lines_are_what_all_pages_have() {
        String harbour = marea.sql("select id from cuenta.tenant where name = 'Punta Clara'");
        Http operator = marea.operator();
        Http billing = marea.with(marea.serviceKey("billing"));
        for (Http asking : List.of(operator, billing)) {
            assertThat(lines(export(asking, "?sort=-email&filter=email+sw+%22many12%22")))
                    .isEqualTo(pages(asking, "&sort=-email&filter=email+sw+%22many12%22"))
                    .hasSizeGreaterThan(1000);
            assertThat(lines(export(asking, "?fields=email", "Cuenta-Tenant", harbour)))
                    .isEqualTo(pages(asking, "&fields=email", "Cuenta-Tenant", harbour))
                    .isNotEmpty();
        }
        assertThat(lines(export(operator, "?filter=email+eq+%22nobody@marea.example%22")))
                .isEmpty();
    }

    @Test
    void what_is_refused_is_told_as_everywhere() {
        assertThat(export(marea.operator(), "?filter=nonsense").problem()).isEqualTo("invalid, /filter syntax");
        assertThat(export(marea.operator(), "?cursor=x").problem()).isEqualTo("invalid, /cursor unknown");
        assertThat(export(marea.with(marea.serviceKey("gates")), "?fields=email")
                        .problem())
                .isEqualTo("invalid, /fields unknown");
        assertThat(export(person("hanne"), "").status()).isEqualTo(403);
        assertThat(export(marea.guest(), "").status()).isEqualTo(401);
    }

    @Test
    void whoever_reads_slowly_holds_up_two_at_most_and_what_breaks_off_has_no_end() throws Exception {
        List<Socket> slow = List.of(begun(), begun());
        assertThat(export(marea.operator(), "").status()).isEqualTo(503);

        Await.until(
                "both wait for their readers",
                () -> marea.sql("select count(*) " + WAITING).equals("2"));
        marea.sql("select pg_terminate_backend(pid) " + WAITING);
        for (Socket one : slow) {
            String lines = left(one);
            assertThat(lines.contains("many")).isTrue();
            assertThat(lines.endsWith("\r\n0\r\n\r\n"))
                    .as("ended as if it were whole")
                    .isFalse();
        }
        assertThat(marea.log()).doesNotContain("many", "marea.example");
        Await.until(
                "exports are let in again",
                () -> export(marea.operator(), "?filter=email+eq+%22x@x.example%22")
                                .status()
                        == 200);
    }

    private static Socket begun() throws IOException {
        Socket socket = new Socket();
        socket.setReceiveBufferSize(1 << 12);
        socket.connect(new InetSocketAddress(marea.url().getHost(), marea.url().getPort()));
        socket.getOutputStream()
                .write(
                        "GET /v1/accounts HTTP/1.1\r\nHost: x\r\nAccept: application/x-ndjson\r\nAuthorization: Bearer %s\r\n\r\n"
                                .formatted(marea.key())
                                .getBytes(StandardCharsets.UTF_8));
        assertThat(new String(socket.getInputStream().readNBytes(15), StandardCharsets.UTF_8))
                .isEqualTo("HTTP/1.1 200 \r\n");
        return socket;
    }

    /** Until the connection is closed, in whichever way. */
    private static String left(Socket socket) throws IOException {
        ByteArrayOutputStream all = new ByteArrayOutputStream();
        try (socket) {
            socket.getInputStream().transferTo(all);
        } catch (SocketException reset) {
            // As good an end as another for what has none.
        }
        return all.toString(StandardCharsets.UTF_8);
    }
}
