package dev.cuenta.bench;

import java.io.File;
import java.io.IOException;
import java.io.PrintStream;
import java.net.URI;
import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.net.http.HttpRequest.BodyPublishers;
import java.net.http.HttpResponse;
import java.net.http.HttpResponse.BodyHandlers;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Duration;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Random;
import java.util.Set;
import java.util.concurrent.ConcurrentHashMap;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.TimeUnit;
import java.util.concurrent.atomic.AtomicBoolean;
import java.util.concurrent.atomic.AtomicInteger;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import org.jspecify.annotations.Nullable;

/** Whatever was acknowledged is there, and nothing twice, however often the service is killed. */
public final class KillsBench {
    private static final PrintStream OUT = System.out;
    private static final int WRITERS = 6;
    private static final List<String> THEMES = List.of("day", "dusk", "night");
    private static final Pattern ID = Pattern.compile("\"id\":\"([^\"]+)\"");

    private final URI service;
    private final String key;
    private final int kills;
    private final HttpClient client =
            HttpClient.newBuilder().version(HttpClient.Version.HTTP_1_1).build();
    private final AtomicBoolean over = new AtomicBoolean();
    /** By id, which themes an account may have: more than one where an answer did not come. */
    private final Map<String, Set<String>> there = new ConcurrentHashMap<>();

    private final Set<String> gone = ConcurrentHashMap.newKeySet();
    private final Set<String> uncertain = ConcurrentHashMap.newKeySet();
    private final AtomicInteger created = new AtomicInteger();
    private final AtomicInteger changed = new AtomicInteger();
    private final AtomicInteger removed = new AtomicInteger();
    private final AtomicInteger unanswered = new AtomicInteger();

    private KillsBench(URI service, String key, int kills) {
        this.service = service;
        this.key = key;
        this.kills = kills;
    }

    /** Arguments: the service's address, its process, and how often it is killed. */
    public static void main(String[] arguments) throws Exception {
        String key = Files.readString(Path.of(System.getenv("CUENTA_KEY_FILE"))).strip();
        new KillsBench(URI.create(arguments[0]), key, Integer.parseInt(arguments[2])).run(Long.parseLong(arguments[1]));
    }

    private void run(long first) throws Exception {
        ExecutorService writers = Executors.newFixedThreadPool(WRITERS);
        for (int i = 0; i < WRITERS; i++) {
            int seed = i;
            writers.execute(() -> write(new Random(seed)));
        }
        ProcessHandle running = ProcessHandle.of(first).orElseThrow();
        Random random = new Random(7480);
        List<Long> starts = new ArrayList<>();
        for (int i = 0; i < kills; i++) {
            Thread.sleep(200 + random.nextInt(1500));
            running.descendants().forEach(ProcessHandle::destroyForcibly);
            running.destroyForcibly();
            running.onExit().get(10, TimeUnit.SECONDS);
            long begun = System.nanoTime();
            running = new ProcessBuilder("bin/serve")
                    .redirectErrorStream(true)
                    .redirectOutput(ProcessBuilder.Redirect.appendTo(new File("bench/target/kills/again.log")))
                    .start()
                    .toHandle();
            while (status("GET", "/actuator/health/readiness", null) != 200) {
                Thread.sleep(50);
            }
            starts.add((System.nanoTime() - begun) / 1_000_000);
        }
        over.set(true);
        writers.shutdown();
        writers.awaitTermination(1, TimeUnit.MINUTES);
        starts.sort(null);
        OUT.printf(
                "%d kills; ready again after %d ms (median), %d ms at most%n",
                kills, starts.get(starts.size() / 2), starts.get(starts.size() - 1));
        OUT.printf(
                "acknowledged: %d creations, %d changes, %d removals; %d requests without an answer%n",
                created.get(), changed.get(), removed.get(), unanswered.get());
        compare();
        running.destroy();
    }

    private void write(Random random) {
        int number = 0;
        while (!over.get()) {
            try {
                one(random, number++);
            } catch (IOException cutOff) {
                unanswered.incrementAndGet();
                pause();
            } catch (InterruptedException stopping) {
                return;
            }
        }
    }

    private static void pause() {
        try {
            Thread.sleep(100);
        } catch (InterruptedException stopping) {
            Thread.currentThread().interrupt();
        }
    }

    private void one(Random random, int number) throws IOException, InterruptedException {
        String email = "journal" + Thread.currentThread().getId() + "." + number + "@post.example";
        uncertain.add(email);
        HttpResponse<String> made = send("POST", "/v1/accounts", """
                {"email": "%s", "theme": "day", "person": {"givenName": "Jour", "familyName": "Nal"}}""".formatted(email));
        if (made.statusCode() != 201) {
            pause();
            return;
        }
        Matcher id = ID.matcher(made.body());
        if (!id.find()) {
            throw new IllegalStateException(made.body());
        }
        uncertain.remove(email);
        Set<String> themes = ConcurrentHashMap.newKeySet();
        themes.add("day");
        there.put(id.group(1), themes);
        created.incrementAndGet();
        String theme = THEMES.get(random.nextInt(THEMES.size()));
        themes.add(theme);
        if (status("PATCH", "/v1/accounts/" + id.group(1), "{\"theme\": \"" + theme + "\"}") == 200) {
            themes.removeIf(other -> !other.equals(theme));
            changed.incrementAndGet();
        }
        if (random.nextInt(5) == 0) {
            themes.add("");
            if (status("DELETE", "/v1/accounts/" + id.group(1), null) == 204) {
                there.remove(id.group(1));
                gone.add(id.group(1));
                removed.incrementAndGet();
            }
        }
    }

    private void compare() throws IOException, InterruptedException {
        int lost = 0;
        int wrong = 0;
        int back = 0;
        for (Map.Entry<String, Set<String>> each : there.entrySet()) {
            HttpResponse<String> found = send("GET", "/v1/accounts/" + each.getKey(), null);
            if (found.statusCode() == 404) {
                lost += each.getValue().contains("") ? 0 : 1;
            } else if (each.getValue().stream()
                    .noneMatch(theme -> found.body().contains("\"theme\":\"" + theme + "\""))) {
                wrong++;
            }
        }
        for (String id : gone) {
            back += send("GET", "/v1/accounts/" + id, null).statusCode() == 404 ? 0 : 1;
        }
        OUT.printf("of these lost: %d, with another value: %d, come back: %d%n", lost, wrong, back);
    }

    private int status(String method, String path, @Nullable String body) throws InterruptedException {
        try {
            return send(method, path, body).statusCode();
        } catch (IOException cutOff) {
            unanswered.addAndGet(method.equals("GET") ? 0 : 1);
            return 0;
        }
    }

    private HttpResponse<String> send(String method, String path, @Nullable String body)
            throws IOException, InterruptedException {
        HttpRequest request = HttpRequest.newBuilder(service.resolve(path))
                .timeout(Duration.ofSeconds(20))
                .header("Authorization", "Bearer " + key)
                .header("Content-Type", method.equals("PATCH") ? "application/merge-patch+json" : "application/json")
                .method(method, body == null ? BodyPublishers.noBody() : BodyPublishers.ofString(body))
                .build();
        return client.send(request, BodyHandlers.ofString());
    }
}
