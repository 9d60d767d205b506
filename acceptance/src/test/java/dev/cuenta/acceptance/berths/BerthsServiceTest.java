package dev.cuenta.acceptance.berths;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.catchThrowableOfType;

import dev.cuenta.client.AccountQuery;
import dev.cuenta.client.Cuenta;
import dev.cuenta.client.Refused;
import dev.cuenta.core.model.Models;
import dev.cuenta.service.testing.Http;
import dev.cuenta.service.testing.OnMarea;
import java.io.IOException;
import java.net.URI;
import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.net.http.HttpRequest.BodyPublishers;
import java.net.http.HttpResponse;
import java.net.http.HttpResponse.BodyHandlers;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.springframework.boot.SpringApplication;
import org.springframework.boot.web.server.context.WebServerApplicationContext;
import org.springframework.context.ConfigurableApplicationContext;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;

/** The service of docs/client.md, with the client that another team would take. */
class BerthsServiceTest extends OnMarea {
    @TempDir
    private Path folder;

    private ConfigurableApplicationContext service;
    private Cuenta cuenta;

    @BeforeEach
    void startTheService() throws IOException {
        String key = marea.serviceKey("berths");
        Path keyFile = Files.writeString(folder.resolve("berths.key"), key + "\n");
        service = SpringApplication.run(
                BerthsService.class,
                "--spring.config.location=optional:file:/none/",
                "--server.address=127.0.0.1",
                "--server.port=0",
                "--spring.main.banner-mode=off",
                "--cuenta.url=" + marea.url(),
                "--cuenta.key-file=" + keyFile);
        cuenta = Cuenta.at(marea.url()).key(key);
    }

    @AfterEach
    void stopTheService() {
        service.close();
        marea.sql("delete from cuenta.service_key");
    }

    private JsonNode ask(String method, String path, String token) throws IOException, InterruptedException {
        int port = ((WebServerApplicationContext) service).getWebServer().getPort();
        HttpResponse<String> answer = HttpClient.newHttpClient()
                .send(
                        HttpRequest.newBuilder(URI.create("http://127.0.0.1:" + port + path))
                                .header("Person-Token", token)
                                .method(method, BodyPublishers.noBody())
                                .build(),
                        BodyHandlers.ofString());
        return JsonMapper.builder().build().readTree(answer.body());
    }

    private static String tokenOf(Http person) {
        return person.post("/v1/tokens", Map.of("service", "berths"))
                .status(201)
                .json()
                .path("token")
                .asString();
    }

    @Test
    void a_berth_is_assigned_by_whoever_may_and_found_again() throws Exception {
        String holder = signUp("moored");
        Http boater = person("sailing");

        assertThat(ask("PUT", "/holders/" + holder + "/berth/Z98", tokenOf(boater))
                        .toString())
                .contains("You may not assign berths.");
        assertThat(ask("PUT", "/holders/" + holder + "/berth/Z98", "no.token.atall")
                        .toString())
                .contains("Sign in again.");
        assertThat(ask("PUT", "/holders/" + holder + "/berth/nowhere%20at%20all", tokenOf(marea.operator()))
                        .path("status")
                        .asInt())
                .isEqualTo(422);
        assertThat(ask("PUT", "/holders/" + holder + "/berth/Z98", tokenOf(marea.operator()))
                        .at("/mooring/berth")
                        .asString())
                .isEqualTo("Z98");
        assertThat(ask("GET", "/berths/Z98", "").at("/0/id").asString()).isEqualTo(holder);
    }

    @Test
    void the_client_does_what_a_contract_lets_it() {
        String id = signUp("renting");
        cuenta.dependents().register(id, "booking", "b-1");

        assertThat(cuenta.dependents().of(id))
                .extracting(dependent -> dependent.key())
                .containsExactly("b-1");
        assertThat(cuenta.accounts().lookUp("id", List.of(id, "nobody")).missing())
                .containsExactly("nobody");
        assertThat(cuenta.accounts().stream(AccountQuery.all()).count())
                .isEqualTo(cuenta.accounts().count(null))
                .isGreaterThan(5);
        assertThat(cuenta.accounts().find("nobody")).isEmpty();
        assertThat(cuenta.pictures().get(id, "portrait", 96)).isEmpty();
        assertThat(catchThrowableOfType(
                        Refused.Forbidden.class, () -> cuenta.accounts().remove(id)))
                .isNotNull();
        assertThat(cuenta.tokens().introspect(tokenOf(marea.operator()))).containsEntry("active", true);
        cuenta.dependents().release(id, "booking", "b-1");
    }

    @Test
    void the_page_shows_this_very_service() throws IOException {
        Path root = Models.root();
        String source = Files.readString(
                root.resolve("acceptance/src/test/java/dev/cuenta/acceptance/berths/BerthsService.java"));

        assertThat(Files.readString(root.resolve("docs/client.md"))).contains("```java\n" + source + "```\n");
    }
}
