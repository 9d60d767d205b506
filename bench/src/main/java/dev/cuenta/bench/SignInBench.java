package dev.cuenta.bench;

import de.mkammerer.argon2.Argon2Advanced;
import de.mkammerer.argon2.Argon2Factory;
import dev.cuenta.core.model.PasswordRules;
import dev.cuenta.service.hash.Argon2id;
import dev.cuenta.service.hash.Peppers;
import dev.cuenta.service.load.Lane;
import java.io.IOException;
import java.io.PrintStream;
import java.net.URI;
import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.net.http.HttpRequest.BodyPublishers;
import java.net.http.HttpResponse;
import java.net.http.HttpResponse.BodyHandlers;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.concurrent.ConcurrentLinkedQueue;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.Future;
import java.util.concurrent.TimeUnit;
import java.util.concurrent.atomic.AtomicInteger;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/**
 * Signs in from many clients at once while others read; says how many hashes the C library makes beside that, what memory the service
 * takes, and how long reading takes. Then tries wrong passwords of known and of unknown people in turn, and compares the times.
 */
public final class SignInBench {
    private static final PrintStream OUT = System.out;
    private static final int CLIENTS = 64;
    private static final int SECONDS = 20;
    private static final String PASSWORD = "nine brown rudders";
    private static final Pattern TOKEN = Pattern.compile("\"token\":\"([^\"]+)\"");

    private final URI service;
    private final Path status;
    private final HttpClient client = HttpClient.newHttpClient();
    private final int tries;
    private final AtomicInteger addresses = new AtomicInteger();

    private SignInBench(URI service, Path status, int tries) {
        this.tries = tries;
        this.service = service;
        this.status = status;
    }

    /** Arguments: the service's address, its process, and how many tries are compared. */
    public static void main(String[] arguments) throws Exception {
        new SignInBench(
                        URI.create(arguments[0]),
                        Path.of("/proc", arguments[1], "status"),
                        Integer.parseInt(arguments[2]))
                .run();
    }

    private void run() throws Exception {
        for (int i = 0; i < CLIENTS; i++) {
            signUp(i);
        }
        String token = token(signIn("berth0@post.example", PASSWORD).body());
        reading(token, 5); // warm
        long[] idle = reading(token, 10);
        double library = libraryHashes();
        double service = serviceVerifications();
        OUT.printf(
                "the C library alone: %.1f hashes a second; the service's way of verifying, for %d callers: %.1f (%.2f)%n",
                library, CLIENTS, service, service / library);
        OUT.printf("memory before: %s%n", memory());
        crowd(token, idle, library);
        OUT.printf("memory after: %s, at most %s%n", memory(), value("VmHWM"));
        times();
    }

    private void signUp(int number) throws Exception {
        String body = "{\"email\": \"berth" + number + "@post.example\", \"password\": \"" + PASSWORD
                + "\", \"person\": {\"givenName\": \"Berth\", \"familyName\": \"Number " + number + "\"}}";
        send("/v1/sign-ups", body, address());
    }

    /** How many hashes a second the C library makes on all processors, with the model's parameters. */
    private static double libraryHashes() throws Exception {
        int processors = Runtime.getRuntime().availableProcessors();
        ExecutorService threads = Executors.newFixedThreadPool(processors);
        Argon2Advanced argon2 = Argon2Factory.createAdvanced(Argon2Factory.Argon2Types.ARGON2id);
        byte[] salt = argon2.generateSalt();
        long end = System.nanoTime() + 10_000_000_000L;
        List<Future<Integer>> counts = new ArrayList<>();
        for (int i = 0; i < processors; i++) {
            counts.add(threads.submit(() -> {
                int hashes = 0;
                while (System.nanoTime() < end) {
                    argon2.rawHash(2, 19 * 1024, 1, PASSWORD.getBytes(StandardCharsets.UTF_8), salt);
                    hashes++;
                }
                return hashes;
            }));
        }
        int all = 0;
        for (Future<Integer> count : counts) {
            all += count.get();
        }
        threads.shutdown();
        return all / 10.0;
    }

    /** How many verifications a second the service's scheme and workers make for many callers, in this process. */
    private static double serviceVerifications() throws Exception {
        Argon2id scheme = new Argon2id(Peppers.NONE);
        Lane lane = new Lane("hashing", Runtime.getRuntime().availableProcessors(), CLIENTS, 10, "Too many callers.");
        String hash = scheme.hash(PASSWORD.toCharArray(), PasswordRules.DEFAULT);
        AtomicInteger verified = new AtomicInteger();
        ExecutorService callers = Executors.newFixedThreadPool(CLIENTS);
        long end = System.nanoTime() + 10_000_000_000L;
        for (int i = 0; i < CLIENTS; i++) {
            callers.execute(() -> {
                while (System.nanoTime() < end && lane.pass(() -> scheme.verify(hash, PASSWORD.toCharArray()))) {
                    verified.incrementAndGet();
                }
            });
        }
        callers.shutdown();
        callers.awaitTermination(30, TimeUnit.SECONDS);
        return verified.get() / 10.0;
    }

    private void crowd(String token, long[] idle, double library) throws Exception {
        ExecutorService clients = Executors.newFixedThreadPool(CLIENTS);
        AtomicInteger in = new AtomicInteger();
        AtomicInteger comeBack = new AtomicInteger();
        ConcurrentLinkedQueue<String> failed = new ConcurrentLinkedQueue<>();
        long end = System.nanoTime() + SECONDS * 1_000_000_000L;
        for (int i = 0; i < CLIENTS; i++) {
            String name = "berth" + i + "@post.example";
            clients.execute(() -> {
                while (System.nanoTime() < end) {
                    signInOnce(name, in, comeBack, failed);
                }
            });
        }
        Thread.sleep(1000);
        int before = in.get();
        long begun = System.nanoTime();
        long[] busy = reading(token, SECONDS - 4);
        double rate = (in.get() - before) / ((System.nanoTime() - begun) / 1e9);
        clients.shutdown();
        clients.awaitTermination(30, TimeUnit.SECONDS);
        OUT.printf(
                "%d clients at once: %.1f sign-ins a second (%.2f of the library), %d asked to come back, %d failed%n",
                CLIENTS, rate, rate / library, comeBack.get(), failed.size());
        failed.stream().distinct().limit(3).forEach(OUT::println);
        OUT.printf(
                "reading, idle:  median %.1f ms, p99 %.1f ms, longest %.1f ms%n",
                at(idle, 0.5), at(idle, 0.99), at(idle, 1));
        OUT.printf(
                "reading, busy:  median %.1f ms, p99 %.1f ms, longest %.1f ms%n",
                at(busy, 0.5), at(busy, 0.99), at(busy, 1));
    }

    private void signInOnce(
            String name, AtomicInteger in, AtomicInteger comeBack, ConcurrentLinkedQueue<String> failed) {
        try {
            HttpResponse<String> answer = signIn(name, PASSWORD);
            if (answer.statusCode() == 201) {
                in.incrementAndGet();
            } else if (answer.statusCode() == 503
                    && answer.headers().firstValue("Retry-After").isPresent()) {
                comeBack.incrementAndGet();
                Thread.sleep(1000L
                        * Integer.parseInt(
                                answer.headers().firstValue("Retry-After").orElseThrow()));
            } else {
                failed.add(answer.statusCode() + " " + answer.body());
            }
        } catch (IOException | InterruptedException broken) {
            failed.add(String.valueOf(broken));
        }
    }

    /** One's own account, twenty times a second from each of two clients, for so many seconds; in nanoseconds, sorted. */
    private long[] reading(String token, int seconds) throws Exception {
        ConcurrentLinkedQueue<Long> times = new ConcurrentLinkedQueue<>();
        ExecutorService readers = Executors.newFixedThreadPool(2);
        long end = System.nanoTime() + seconds * 1_000_000_000L;
        for (int i = 0; i < 2; i++) {
            readers.execute(() -> {
                while (System.nanoTime() < end) {
                    read(token, times);
                }
            });
        }
        readers.shutdown();
        readers.awaitTermination(seconds + 30L, TimeUnit.SECONDS);
        return times.stream().mapToLong(Long::longValue).sorted().toArray();
    }

    private void read(String token, ConcurrentLinkedQueue<Long> times) {
        HttpRequest request = HttpRequest.newBuilder(service.resolve("/v1/me"))
                .header("Authorization", "Bearer " + token)
                .build();
        try {
            long begun = System.nanoTime();
            HttpResponse<String> answer = client.send(request, BodyHandlers.ofString());
            if (answer.statusCode() != 200) {
                throw new IllegalStateException(answer.body());
            }
            times.add(System.nanoTime() - begun);
            Thread.sleep(50);
        } catch (IOException | InterruptedException broken) {
            throw new IllegalStateException(broken);
        }
    }

    /** Wrong passwords of known and unknown people in turn, each from an address of its own. */
    private void times() throws Exception {
        double[] known = new double[tries];
        double[] unknown = new double[tries];
        for (int i = -100; i < tries; i++) {
            double first = tried("berth" + Math.floorMod(i, CLIENTS) + "@post.example");
            double second = tried("quay" + Math.floorMod(i, CLIENTS) + "@post.example");
            if (i >= 0) {
                known[i] = first;
                unknown[i] = second;
            }
        }
        Arrays.sort(known);
        Arrays.sort(unknown);
        OUT.printf(
                "wrong password, known:   median %.2f ms, mean %.2f ms, p90 %.2f ms%n",
                known[tries / 2], mean(known), known[tries * 9 / 10]);
        OUT.printf(
                "wrong password, unknown: median %.2f ms, mean %.2f ms, p90 %.2f ms%n",
                unknown[tries / 2], mean(unknown), unknown[tries * 9 / 10]);
        double z = rankSum(known, unknown);
        OUT.printf(
                "rank sum test (Mann-Whitney): z = %.2f, P(known slower) = %.3f; apart at 1 %% only if |z| > 2.58%n",
                z, superiority(known, unknown));
    }

    private double tried(String name) throws Exception {
        long begun = System.nanoTime();
        HttpResponse<String> answer = signIn(name, "not the password");
        double millis = (System.nanoTime() - begun) / 1e6;
        if (answer.statusCode() != 401) {
            throw new IllegalStateException(answer.statusCode() + " " + answer.body());
        }
        return millis;
    }

    /** How likely a try of the first is slower than one of the second. Both are sorted. */
    private static double superiority(double[] first, double[] second) {
        long slower = 0;
        int below = 0;
        for (double time : first) {
            while (below < second.length && second[below] < time) {
                below++;
            }
            slower += below;
        }
        return slower / ((double) first.length * second.length);
    }

    private static double rankSum(double[] first, double[] second) {
        double n = first.length;
        double m = second.length;
        return (superiority(first, second) * n * m - n * m / 2) / Math.sqrt(n * m * (n + m + 1) / 12);
    }

    private static double mean(double[] times) {
        return Arrays.stream(times).average().orElse(0);
    }

    private static double at(long[] sorted, double share) {
        return sorted[(int) Math.min(sorted.length - 1.0, sorted.length * share)] / 1e6;
    }

    private HttpResponse<String> signIn(String name, String password) throws IOException, InterruptedException {
        return send(
                "/v1/sessions", "{\"identifier\": \"" + name + "\", \"password\": \"" + password + "\"}", address());
    }

    private HttpResponse<String> send(String path, String body, String from) throws IOException, InterruptedException {
        HttpRequest request = HttpRequest.newBuilder(service.resolve(path))
                .header("Content-Type", "application/json")
                .header("X-Forwarded-For", from)
                .POST(BodyPublishers.ofString(body))
                .build();
        return client.send(request, BodyHandlers.ofString());
    }

    /** Another one each time, of the range for such measurements (RFC 2544): nobody has to wait for a pause. */
    private String address() {
        int number = addresses.incrementAndGet();
        return "198.18." + (number >> 8 & 255) + "." + (number & 255);
    }

    private static String token(String body) {
        Matcher matcher = TOKEN.matcher(body);
        if (!matcher.find()) {
            throw new IllegalStateException(body);
        }
        return matcher.group(1);
    }

    private String memory() throws IOException {
        return value("VmRSS");
    }

    private String value(String name) throws IOException {
        return Files.readAllLines(status).stream()
                .filter(line -> line.startsWith(name + ":"))
                .map(line -> line.substring(name.length() + 1).strip())
                .findFirst()
                .orElse("unknown");
    }
}
