package dev.cuenta.cli;

import static org.assertj.core.api.Assertions.assertThat;

import com.sun.net.httpserver.HttpExchange;
import com.sun.net.httpserver.HttpServer;
import java.io.ByteArrayInputStream;
import java.io.IOException;
import java.io.InputStream;
import java.io.PrintWriter;
import java.io.StringWriter;
import java.net.InetAddress;
import java.net.InetSocketAddress;
import java.net.URLDecoder;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

/** What every command has in common, against a service that gives prepared answers. */
class ConventionsTest {
    private static final String NOOR = "01990000-0000-7000-8000-000000000001";
    private static final String HARBOUR = "01990000-0000-7000-8000-00000000000a";

    private final Map<String, String> answers = new LinkedHashMap<>();
    private final List<String> asked = new ArrayList<>();
    private final StringWriter out = new StringWriter();
    private final StringWriter err = new StringWriter();
    private HttpServer service;

    @BeforeEach
    void start() throws IOException {
        service = HttpServer.create(new InetSocketAddress(InetAddress.getLoopbackAddress(), 0), 0);
        service.createContext("/", this::answer);
        service.start();
    }

    @AfterEach
    void stop() {
        service.stop(0);
    }

    private void answer(HttpExchange exchange) throws IOException {
        String address = URLDecoder.decode(exchange.getRequestURI().toString(), StandardCharsets.UTF_8);
        String tenant = exchange.getRequestHeaders().getFirst("Cuenta-Tenant");
        asked.add(exchange.getRequestMethod() + " " + address + (tenant == null ? "" : " in " + tenant));
        String body = answers.entrySet().stream()
                .filter(answer -> address.contains(answer.getKey()))
                .map(Map.Entry::getValue)
                .findFirst()
                .orElse("{}");
        int status = body.contains("\"status\":")
                ? Integer.parseInt(body.replaceAll("(?s).*\"status\":(\\d+).*", "$1"))
                : 200;
        byte[] bytes = body.getBytes(StandardCharsets.UTF_8);
        exchange.getResponseHeaders().add("Content-Type", "application/json");
        exchange.sendResponseHeaders(status, bytes.length);
        exchange.getResponseBody().write(bytes);
        exchange.close();
    }

    private int run(String... arguments) {
        Map<String, String> environment =
                Map.of("CUENTA_URL", "http://127.0.0.1:" + service.getAddress().getPort(), "CUENTA_CONFIG", "/nowhere");
        return Cuenta.commandLine(environment, arguments)
                .setOut(new PrintWriter(out, true))
                .setErr(new PrintWriter(err, true))
                .execute(arguments);
    }

    private static String account(String name) {
        return "{\"id\": \"" + NOOR + "\", \"displayName\": \"" + name
                + "\", \"email\": \"" + name + "@marea.example\", \"roles\": [\"boater\", \"staff\"],"
                + " \"tenants\": [{\"id\": \"1\"}], \"meta\": {\"created\": \"2026-11-23T00:00:00Z\"}}";
    }

    private void twoPages() {
        answers.put("/v1/accounts?limit=200&cursor=second", "{\"items\": [" + account("b, or \\\"b\\\"") + "]}");
        answers.put("/v1/accounts?limit", "{\"items\": [" + account("a") + "], \"next\": \"second\"}");
        answers.put("/v1/model/form", "{\"signIn\": [\"email\", \"username\"], \"fields\": []}");
    }

    @Test
    void a_line_for_each_item_of_every_page() {
        twoPages();
        assertThat(run("accounts", "list", "--all", "--output", "jsonl")).isZero();
        assertThat(out.toString().lines()).hasSize(2).allMatch(line -> line.startsWith("{\"id\":\"" + NOOR));
        assertThat(asked).containsExactly("GET /v1/accounts?limit=200", "GET /v1/accounts?limit=200&cursor=second");
    }

    @Test
    void a_row_for_each_item_with_its_values_by_their_paths() {
        twoPages();
        assertThat(run("accounts", "list", "--all", "--output", "csv")).isZero();
        assertThat(out.toString().lines().toList())
                .startsWith(
                        "id,displayName,email,roles,tenants,meta.created",
                        NOOR + ",a,a@marea.example,\"boater,staff\",\"[{\"\"id\"\":\"\"1\"\"}]\",2026-11-23T00:00:00Z")
                .hasSize(3);
    }

    @Test
    void fields_are_asked_for_and_what_every_account_has_is_not() {
        twoPages();
        assertThat(run("accounts", "list", "--all", "--output", "csv", "--columns", "displayName,email,meta.created"))
                .isZero();
        assertThat(asked.get(0)).isEqualTo("GET /v1/accounts?fields=email&limit=200");
    }

    @Test
    void only_the_columns_that_are_asked_for() {
        String harbour = "{\"id\": \"" + HARBOUR
                + "\", \"name\": \"Punta Clara\", \"slug\": \"punta-clara\", \"domains\": [], \"limits\": {}}";
        answers.put("/v1/tenants/punta-clara", harbour);
        answers.put("/v1/tenants", "{\"items\": [" + harbour + "]}");
        assertThat(run("tenants", "list", "--columns", "subdomain,name")).isZero();
        assertThat(out.toString()).isEqualTo("SUBDOMAIN    NAME\npunta-clara  Punta Clara\n");
        assertThat(run("tenants", "list", "--columns", "nmae")).isEqualTo(1);
        assertThat(err.toString()).contains("no column `nmae`", "NAME, SUBDOMAIN, ID");
    }

    @Test
    void a_refusal_is_json_where_the_result_would_be() {
        answers.put(
                "/v1/tenants",
                "{\"type\": \"urn:cuenta:problem:forbidden\", \"status\":403, \"detail\": \"You may not.\"}");
        assertThat(run("tenants", "list", "--output", "json")).isEqualTo(1);
        assertThat(err.toString())
                .isEqualTo(
                        "{\"type\":\"urn:cuenta:problem:forbidden\",\"title\":\"Not allowed\",\"status\":403,\"detail\":\"You may not.\"}\n");
        assertThat(out.toString()).isEmpty();
    }

    @ParameterizedTest
    @ValueSource(strings = {"Punta Clara", "punta clara", "punta-clara", HARBOUR})
    void a_tenant_goes_by_its_name(String named) {
        String harbour = "{\"id\": \"" + HARBOUR + "\", \"name\": \"Punta Clara\", \"slug\": \"punta-clara\"}";
        answers.put("/v1/tenants/punta-clara", harbour);
        answers.put("/v1/tenants", "{\"items\": [" + harbour + "]}");
        answers.put("/v1/accounts", "{\"items\": [" + account("a") + "]}");
        answers.put("/v1/model/form", "{\"signIn\": [\"email\"], \"fields\": []}");
        assertThat(run("accounts", "list", "--tenant", named)).isZero();
        assertThat(asked).contains("GET /v1/accounts?limit=25 in " + HARBOUR);
    }

    /** Who signs in is a guest until then, and is shown no tenants. */
    @Test
    void a_tenant_s_name_keeps_nobody_from_signing_in() {
        String[] arguments = {"sign-in", "noor@marea.example", "--password-stdin", "--tenant", "Punta Clara"};
        answers.put(
                "/v1/sessions",
                "{\"type\": \"urn:cuenta:problem:unauthenticated\", \"status\":401, \"detail\": \"Wrong.\"}");
        InputStream terminal = System.in;
        System.setIn(new ByteArrayInputStream("a wrong password\n".getBytes(StandardCharsets.UTF_8)));
        try {
            assertThat(run(arguments)).isNotZero();
        } finally {
            System.setIn(terminal);
        }
        assertThat(asked).containsExactly("POST /v1/sessions");
    }

    @Test
    void two_tenants_of_one_name_are_told_apart_by_their_ids() {
        answers.put(
                "/v1/tenants",
                "{\"items\": [{\"id\": \"" + HARBOUR + "\", \"name\": \"Punta\"}, {\"id\": \"" + NOOR
                        + "\", \"name\": \"Punta\"}]}");
        assertThat(run("tenants", "use", "Punta")).isEqualTo(1);
        assertThat(err.toString()).contains("Several tenants", HARBOUR + ", " + NOOR);
    }

    @Test
    void an_account_goes_by_whatever_it_signs_in_with() {
        answers.put("/v1/model/form", "{\"signIn\": [\"email\", \"username\"], \"fields\": []}");
        answers.put("filter=email", "{\"items\": []}");
        answers.put("filter=username", "{\"items\": [" + account("noor") + "]}");
        answers.put("/v1/accounts/" + NOOR, account("noor"));
        assertThat(run("accounts", "show", "noor")).isZero();
        assertThat(asked).last().isEqualTo("GET /v1/accounts/" + NOOR);
    }

    @ParameterizedTest
    @ValueSource(
            strings = {
                "accounts remove " + NOOR,
                "accounts anonymise " + NOOR,
                "retention run --rule abandonedSignUps",
                "retention drop " + NOOR,
                "services keys remove gates " + NOOR,
                "tenants remove " + HARBOUR,
                "tenants move " + NOOR + " --from " + HARBOUR + " --to " + HARBOUR,
                "model sweep --up-to 3"
            })
    void nothing_is_taken_away_without_a_question(String command) {
        answers.put("/move", "{\"gains\": [], \"keeps\": [], \"loses\": [], \"values\": []}");
        answers.put("/removal", "{\"memberships\": 3}");
        answers.put("/v1/accounts/" + NOOR, account("noor"));
        answers.put("/v1/retention/previews", "{\"accounts\": 3, \"do\": \"delete\"}");
        assertThat(run(command.split(" "))).isEqualTo(1);
        assertThat(err.toString()).contains("Nothing was changed", "--yes");
        assertThat(asked).allMatch(request -> request.startsWith("GET") || request.contains("previews"));
    }

    @Test
    void help_is_a_word_as_well() {
        assertThat(Cuenta.withHelp("help", "accounts", "list")).containsExactly("accounts", "list", "--help");
        assertThat(Cuenta.withHelp("help")).containsExactly("--help");
        assertThat(Cuenta.withHelp("accounts", "help")).containsExactly("accounts", "help");
    }

    @Test
    void who_one_is() {
        answers.put("/v1/model/form", "{\"may\": [\"accounts.read\"], \"tenant\": \"" + HARBOUR + "\"}");
        answers.put("/v1/me", account("Noor"));
        assertThat(run("whoami")).isZero();
        assertThat(out.toString())
                .contains("account      Noor", "roles        boater, staff", HARBOUR, "accounts.read");
        answers.put("/v1/me", "{\"type\": \"urn:cuenta:problem:forbidden\", \"status\":403, \"detail\": \"Nobody.\"}");
        assertThat(run("whoami")).isZero();
        assertThat(out.toString()).contains("account      the installation key");
    }
}
