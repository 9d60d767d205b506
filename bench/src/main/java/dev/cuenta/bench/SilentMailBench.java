package dev.cuenta.bench;

import java.io.IOException;
import java.io.PrintStream;
import java.net.InetAddress;
import java.net.ServerSocket;
import java.net.Socket;
import java.net.URI;
import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.net.http.HttpRequest.BodyPublishers;
import java.net.http.HttpResponse;
import java.net.http.HttpResponse.BodyHandlers;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Duration;
import java.time.Instant;
import java.util.ArrayList;
import java.util.Collections;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import org.jspecify.annotations.Nullable;

/** What a mail server that takes connections and says nothing holds up: nothing but mails. */
public final class SilentMailBench {
    private static final PrintStream OUT = System.out;
    private static final int MAIL_PORT = 17482;
    private static final Duration BETWEEN_SIGN_UPS = Duration.ofSeconds(5);
    private static final int PUBLISH_EVERY = 60;
    private static final Pattern JOB = Pattern.compile("\\{\"title\":\"([^\"]+)\"([^}]*)\\}");
    private static final Pattern RUNNING = Pattern.compile("\"runningSince\":\"([^\"]+)\"");
    private static final Pattern OUTBOX = Pattern.compile("\"messages\":\\{[^}]*\\}");

    private final URI service;
    private final String key;
    private final HttpClient client =
            HttpClient.newBuilder().version(HttpClient.Version.HTTP_1_1).build();
    /** They stay open. */
    private final List<Socket> silent = Collections.synchronizedList(new ArrayList<>());

    private final Map<String, Duration> longestRun = new TreeMap<>();
    private final List<Duration> publishes = new ArrayList<>();
    private Duration longestRead = Duration.ZERO;

    private SilentMailBench(URI service, String key) {
        this.service = service;
        this.key = key;
    }

    /** Arguments: the service's address, its process, and for how many minutes. */
    public static void main(String[] arguments) throws Exception {
        String key = Files.readString(Path.of(System.getenv("CUENTA_KEY_FILE"))).strip();
        new SilentMailBench(URI.create(arguments[0]), key).run(Duration.ofMinutes(Long.parseLong(arguments[2])));
        System.exit(0);
    }

    private void run(Duration length) throws Exception {
        ServerSocket server = new ServerSocket(MAIL_PORT, 0, InetAddress.getLoopbackAddress());
        Thread listening = new Thread(() -> acceptOnly(server));
        listening.setDaemon(true);
        listening.start();
        Instant end = Instant.now().plus(length);
        for (int number = 0; Instant.now().isBefore(end); number++) {
            signUp(number);
            look();
            if (number % PUBLISH_EVERY == 0) {
                publish(number);
            }
            Thread.sleep(BETWEEN_SIGN_UPS.toMillis());
        }
        Matcher outbox = OUTBOX.matcher(get("/v1/jobs"));
        OUT.printf("%d minutes, %d connections that nobody answered%n", length.toMinutes(), silent.size());
        OUT.println(outbox.find() ? outbox.group() : "no outbox");
        OUT.printf("%n| | longest |%n|---|---|%n");
        OUT.printf("| reading a page | %d ms |%n", longestRead.toMillis());
        OUT.printf(
                "| publishing (%d times) | %.1f s |%n",
                publishes.size(), Collections.max(publishes).toMillis() / 1000.0);
        longestRun.forEach(
                (job, run) -> OUT.printf("| job \"%s\" seen running for | %.1f s |%n", job, run.toMillis() / 1000.0));
    }

    private void acceptOnly(ServerSocket server) {
        try {
            while (true) {
                silent.add(server.accept());
            }
        } catch (IOException closed) {
            OUT.println("no longer listening: " + closed.getMessage());
        }
    }

    private void look() throws IOException, InterruptedException {
        Instant begun = Instant.now();
        get("/v1/accounts");
        longestRead = longer(longestRead, Duration.between(begun, Instant.now()));
        Matcher jobs = JOB.matcher(get("/v1/jobs"));
        while (jobs.find()) {
            Matcher running = RUNNING.matcher(jobs.group(2));
            Duration run =
                    running.find() ? Duration.between(Instant.parse(running.group(1)), Instant.now()) : Duration.ZERO;
            longestRun.merge(jobs.group(1), run, SilentMailBench::longer);
        }
    }

    private static Duration longer(Duration one, Duration other) {
        return one.compareTo(other) > 0 ? one : other;
    }

    /** With another label each time. */
    private void publish(int number) throws IOException, InterruptedException {
        Path file = Path.of("bench/target/silent-mail/model.yaml");
        String model = Files.readString(Path.of("marea/account-model.yaml"));
        Files.writeString(file, model.replace("label: Contractor", "label: Contractor " + number));
        Instant begun = Instant.now();
        ProcessBuilder publish = new ProcessBuilder("./cuenta", "model", "publish", file.toString())
                .redirectErrorStream(true)
                .redirectOutput(Path.of("bench/target/silent-mail/publish.log").toFile());
        publish.environment().put("CUENTA_CONFIG", "bench/target/silent-mail/cuenta.properties");
        int status = publish.start().waitFor();
        if (status != 0) {
            throw new IllegalStateException(
                    "bench/target/silent-mail/publish.log says why publishing ended with " + status);
        }
        publishes.add(Duration.between(begun, Instant.now()));
    }

    private void signUp(int number) throws IOException, InterruptedException {
        String body = "{\"email\": \"quay" + number + "@post.example\", \"password\": \"nine brown rudders\","
                + " \"person\": {\"givenName\": \"Quay\", \"familyName\": \"Number " + number + "\"}}";
        int status = send("/v1/sign-ups", body, number).statusCode();
        if (status != 201) {
            throw new IllegalStateException("A sign-up was answered " + status);
        }
    }

    private String get(String path) throws IOException, InterruptedException {
        return send(path, null, 0).body();
    }

    private HttpResponse<String> send(String path, @Nullable String body, int number)
            throws IOException, InterruptedException {
        HttpRequest.Builder request = HttpRequest.newBuilder(service.resolve(path))
                .timeout(Duration.ofSeconds(60))
                .header("X-Forwarded-For", "198.18." + (number >> 8) + "." + (number & 255))
                .header("Content-Type", "application/json");
        if (body == null) {
            request.header("Authorization", "Bearer " + key);
        } else {
            request.POST(BodyPublishers.ofString(body));
        }
        return client.send(request.build(), BodyHandlers.ofString());
    }
}
