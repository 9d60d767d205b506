package dev.cuenta.bench;

import java.io.IOException;
import java.io.PrintStream;
import java.net.http.HttpRequest;
import java.net.http.HttpRequest.BodyPublishers;
import java.net.http.HttpResponse;
import java.time.Duration;
import java.util.Arrays;
import java.util.List;
import java.util.Map;
import java.util.function.IntFunction;
import org.jspecify.annotations.Nullable;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;

/** One client that asks one question after the other, and prints a row with how long the answers took. */
final class OneByOne {
    private static final PrintStream OUT = System.out;
    private static final int TIMES = 200;
    private static final String PASSWORD = "nine brown rudders";

    static final String SIGN_IN = "{\"identifier\": \"ada@post.example\", \"password\": \"" + PASSWORD + "\"}";

    private final Installation installation;

    OneByOne(Installation installation) {
        this.installation = installation;
    }

    void row(String what, IntFunction<HttpRequest> request) throws IOException, InterruptedException {
        row(what, TIMES, request);
    }

    /** Median and 99th percentile; what was asked before that, half as often again, warms up. */
    void row(String what, int asked, IntFunction<HttpRequest> request) throws IOException, InterruptedException {
        long[] times = new long[asked];
        for (int i = -asked * 3 / 2; i < asked; i++) {
            HttpRequest next = request.apply(Math.abs(i));
            long begun = System.nanoTime();
            answered(what, next);
            if (i >= 0) {
                times[i] = System.nanoTime() - begun;
            }
        }
        Arrays.sort(times);
        OUT.printf("| %s | %.1f ms | %.1f ms |%n", what, times[asked / 2] / 1e6, times[asked * 99 / 100] / 1e6);
    }

    /** @throws IllegalStateException for an answer of failure */
    String answered(String what, HttpRequest request) throws IOException, InterruptedException {
        HttpResponse<String> answer = installation.send(request);
        if (answer.statusCode() >= 400) {
            throw new IllegalStateException(what + " was answered " + answer.body());
        }
        return answer.body();
    }

    JsonNode json(String what, HttpRequest request) throws IOException, InterruptedException {
        return JsonMapper.shared().readTree(answered(what, request));
    }

    /** Publishes the file, and waits until that is done. */
    void publish(String source) throws IOException, InterruptedException {
        String body = JsonMapper.shared().writeValueAsString(Map.of("source", source, "allow", List.of()));
        int revision = json("publish", send("POST", "/v1/model/revisions", null, body))
                .path("revision")
                .asInt();
        while (!json("progress", get("/v1/model/revisions/" + revision, null))
                .path("step")
                .asString()
                .equals("done")) {
            Thread.sleep(5);
        }
    }

    /** Somebody signs up, who signs in with {@link #SIGN_IN}; their id. */
    String signUp() throws IOException, InterruptedException {
        String body = "{\"email\": \"ada@post.example\", \"password\": \"" + PASSWORD
                + "\", \"person\": {\"givenName\": \"Ada\", \"familyName\": \"Roca\"}}";
        return json("sign up", send("POST", "/v1/sign-ups", null, body))
                .path("id")
                .asString();
    }

    HttpRequest get(String path, @Nullable String tenant) {
        return send("GET", path, tenant, null);
    }

    /** With the installation key. */
    HttpRequest send(String method, String path, @Nullable String tenant, @Nullable String body) {
        return send(installation.request(path), method, tenant, body);
    }

    static HttpRequest send(
            HttpRequest.Builder request, String method, @Nullable String tenant, @Nullable String body) {
        request.timeout(Duration.ofMinutes(2))
                .header("Content-Type", method.equals("PATCH") ? "application/merge-patch+json" : "application/json")
                .method(method, body == null ? BodyPublishers.noBody() : BodyPublishers.ofString(body));
        return (tenant == null ? request : request.header("Cuenta-Tenant", tenant)).build();
    }
}
