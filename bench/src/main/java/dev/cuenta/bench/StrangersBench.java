package dev.cuenta.bench;

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
import java.util.List;
import java.util.Map;
import java.util.TreeMap;
import java.util.concurrent.ConcurrentLinkedQueue;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.TimeUnit;
import java.util.concurrent.atomic.AtomicInteger;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import org.jspecify.annotations.Nullable;

/**
 * How long people who are signed in wait, and those who sign in where they came in before, while {@link Flood strangers} take what they
 * can get, in a process of their own.
 */
public final class StrangersBench {
    private static final PrintStream OUT = System.out;
    private static final String PASSWORD = "nine brown rudders";
    private static final int PEOPLE = 12;
    private static final Pattern TOKEN = Pattern.compile("\"token\":\"([^\"]+)\"");

    private final URI service;
    private final Path status;
    private final int seconds;
    private final String only;
    private final HttpClient client =
            HttpClient.newBuilder().version(HttpClient.Version.HTTP_1_1).build();

    private StrangersBench(URI service, Path status, int seconds, String only) {
        this.only = only;
        this.service = service;
        this.status = status;
        this.seconds = seconds;
    }

    /** Arguments: the service's address, its process, for how many seconds, and one sort of flood alone, if that is wanted. */
    public static void main(String[] arguments) throws Exception {
        new StrangersBench(
                        URI.create(arguments[0]),
                        Path.of("/proc", arguments[1], "status"),
                        Integer.parseInt(arguments[2]),
                        arguments.length > 3 ? arguments[3] : "")
                .run();
    }

    private void run() throws Exception {
        for (int i = 0; i < PEOPLE; i++) {
            signUp(i);
            signIn(i);
        }
        String token = token(signIn(0).body());
        observe(token, Math.max(5, seconds / 3)); // warm
        String before = value("VmRSS");
        Observed idle = observe(token, seconds);
        Process flood = new ProcessBuilder(
                        "nice",
                        "-n",
                        "19",
                        "java",
                        "-Xmx200m",
                        "-cp",
                        System.getProperty("java.class.path"),
                        Flood.class.getName(),
                        service.toString(),
                        String.valueOf(seconds + 4),
                        token,
                        only)
                .redirectError(ProcessBuilder.Redirect.INHERIT)
                .start();
        Thread.sleep(4000);
        Observed flooded = observe(token, seconds);
        OUT.print(new String(flood.getInputStream().readAllBytes(), java.nio.charset.StandardCharsets.UTF_8));
        OUT.printf("%n| | idle | flooded |%n|---|---|---|%n");
        row("reading one's account, median", idle.reads(), flooded.reads(), 0.5);
        row("reading one's account, p99", idle.reads(), flooded.reads(), 0.99);
        row("reading one's account, longest", idle.reads(), flooded.reads(), 1);
        row("signing in where one came in before, median", idle.signIns(), flooded.signIns(), 0.5);
        row("signing in where one came in before, longest", idle.signIns(), flooded.signIns(), 1);
        row("liveness, longest", idle.liveness(), flooded.liveness(), 1);
        OUT.printf("| sign-ins refused | %s | %s |%n", idle.refused(), flooded.refused());
        OUT.printf("| memory of the service | %s | %s at most |%n", before, value("VmHWM"));
    }

    private static void row(String what, long[] idle, long[] flooded, double share) {
        OUT.printf("| %s | %.1f ms | %.1f ms |%n", what, at(idle, share), at(flooded, share));
    }

    /** In nanoseconds, sorted; refused sign-ins by their status. */
    @SuppressWarnings("ArrayRecordComponent") // only read
    private record Observed(long[] reads, long[] signIns, long[] liveness, Map<Integer, Integer> refused) {}

    private Observed observe(String token, int seconds) throws Exception {
        ConcurrentLinkedQueue<Long> reads = new ConcurrentLinkedQueue<>();
        ConcurrentLinkedQueue<Long> signIns = new ConcurrentLinkedQueue<>();
        ConcurrentLinkedQueue<Long> liveness = new ConcurrentLinkedQueue<>();
        ConcurrentLinkedQueue<Integer> refused = new ConcurrentLinkedQueue<>();
        AtomicInteger person = new AtomicInteger();
        ExecutorService watchers = Executors.newFixedThreadPool(4);
        long end = System.nanoTime() + seconds * 1_000_000_000L;
        for (int i = 0; i < 2; i++) {
            watchers.execute(() -> repeat(end, 50, () -> timed(reads, get("/v1/me", token), 200, refused)));
        }
        watchers.execute(() ->
                repeat(end, 1000, () -> timed(signIns, signingIn(person.getAndIncrement() % PEOPLE), 201, refused)));
        watchers.execute(() ->
                repeat(end, 100, () -> timed(liveness, get("/actuator/health/liveness", null), 200, refused)));
        watchers.shutdown();
        watchers.awaitTermination(seconds + 60L, TimeUnit.SECONDS);
        Map<Integer, Integer> counts = new TreeMap<>();
        refused.forEach(status -> counts.merge(status, 1, Integer::sum));
        return new Observed(sorted(reads), sorted(signIns), sorted(liveness), counts);
    }

    private static long[] sorted(ConcurrentLinkedQueue<Long> times) {
        return times.stream().mapToLong(Long::longValue).sorted().toArray();
    }

    private interface Act {
        void run() throws IOException, InterruptedException;
    }

    private static void repeat(long end, long pause, Act act) {
        try {
            while (System.nanoTime() < end) {
                act.run();
                Thread.sleep(pause);
            }
        } catch (IOException | InterruptedException broken) {
            OUT.println("cut off: " + broken);
        }
    }

    private void timed(
            ConcurrentLinkedQueue<Long> times,
            HttpRequest request,
            int expected,
            ConcurrentLinkedQueue<Integer> refused)
            throws IOException, InterruptedException {
        long begun = System.nanoTime();
        HttpResponse<String> answer = client.send(request, BodyHandlers.ofString());
        if (answer.statusCode() == expected) {
            times.add(System.nanoTime() - begun);
        } else {
            refused.add(answer.statusCode());
        }
    }

    private HttpRequest get(String path, @Nullable String token) {
        HttpRequest.Builder request =
                HttpRequest.newBuilder(service.resolve(path)).timeout(Duration.ofSeconds(60));
        return token == null
                ? request.build()
                : request.header("Authorization", "Bearer " + token).build();
    }

    private HttpRequest signingIn(int number) {
        return post(
                "/v1/sessions",
                "{\"identifier\": \"berth" + number + "@post.example\", \"password\": \"" + PASSWORD + "\"}",
                number);
    }

    private HttpResponse<String> signIn(int number) throws IOException, InterruptedException {
        return client.send(signingIn(number), BodyHandlers.ofString());
    }

    private void signUp(int number) throws IOException, InterruptedException {
        String body = "{\"email\": \"berth" + number + "@post.example\", \"password\": \"" + PASSWORD
                + "\", \"person\": {\"givenName\": \"Berth\", \"familyName\": \"Number " + number + "\"}}";
        client.send(post("/v1/sign-ups", body, number), BodyHandlers.ofString());
    }

    /** Everybody at an address of their own, of the range for such measurements (RFC 2544). */
    private HttpRequest post(String path, String body, int number) {
        return HttpRequest.newBuilder(service.resolve(path))
                .header("Content-Type", "application/json")
                .header("X-Forwarded-For", "198.18.0." + number)
                .POST(BodyPublishers.ofString(body))
                .build();
    }

    private static double at(long[] sorted, double share) {
        return sorted.length == 0
                ? Double.NaN
                : sorted[(int) Math.min(sorted.length - 1.0, sorted.length * share)] / 1e6;
    }

    private static String token(String body) {
        Matcher matcher = TOKEN.matcher(body);
        if (!matcher.find()) {
            throw new IllegalStateException(body);
        }
        return matcher.group(1);
    }

    private String value(String name) throws IOException {
        List<String> lines = Files.readAllLines(status);
        return lines.stream()
                .filter(line -> line.startsWith(name + ":"))
                .map(line -> Long.parseLong(line.replaceAll("\\D", "")) / 1024 + " MB")
                .findFirst()
                .orElse("?");
    }
}
