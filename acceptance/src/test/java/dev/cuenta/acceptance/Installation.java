package dev.cuenta.acceptance;

import com.sun.net.httpserver.HttpServer;
import dev.cuenta.core.model.Models;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.net.InetAddress;
import java.net.InetSocketAddress;
import java.net.ServerSocket;
import java.net.URI;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Queue;
import java.util.concurrent.TimeUnit;
import java.util.concurrent.atomic.AtomicInteger;
import java.util.stream.Stream;

/** A running service with a database of its own: the packaged program, as a process that can be killed. */
final class Installation implements AutoCloseable {
    static final String PASSWORD = "six green oars";
    static final String OPERATOR = "operator@marea.example";

    private static final AtomicInteger NUMBER = new AtomicInteger();
    private static final Path ROOT = Models.root().toAbsolutePath().normalize();
    private static final String CLUSTER = System.getProperty("cuenta.cluster", "target/postgres");
    private static final String POSTGRES = output(List.of(ROOT + "/bin/postgres", "start", CLUSTER), Map.of(), "")
            .text()
            .strip();

    static {
        Runtime.getRuntime()
                .addShutdownHook(
                        new Thread(() -> output(List.of(ROOT + "/bin/postgres", "stop", CLUSTER), Map.of(), "")));
    }

    private final String database;
    private final int port = freePort();
    private final int mailPort = freePort();
    private final int textPort = freePort();
    private final Path folder;
    private Process service;

    private Installation() {
        database = "acceptance_" + ProcessHandle.current().pid() + "_" + NUMBER.incrementAndGet();
        folder = Path.of("target", database).toAbsolutePath();
        psql("postgres", "create database " + database);
        start();
    }

    private Installation(Installation first) {
        database = first.database;
        folder = first.folder.resolve("second");
        start();
    }

    /** A second service on the same database, with a key of its own. */
    Installation second() {
        return new Installation(this);
    }

    /** Nothing published yet. */
    static Installation empty() {
        return new Installation();
    }

    /** With the demo's model, seed and operator. */
    static Installation marea() {
        Installation installation = new Installation();
        installation.cuenta("model", "publish", "marea/account-model.yaml").succeeds();
        installation.cuenta("seed", "marea/seed.yaml").succeeds();
        installation
                .cuentaWith(
                        PASSWORD + "\n",
                        "first-administrator",
                        "--password-stdin",
                        "kind=contractor",
                        "email=" + OPERATOR,
                        "person.givenName=Olga",
                        "person.familyName=Paz")
                .succeeds();
        return installation;
    }

    void start() {
        try {
            Files.createDirectories(folder);
            ProcessBuilder builder = new ProcessBuilder(
                            ROOT.resolve("bin/serve").toString())
                    .redirectErrorStream(true)
                    .redirectOutput(ProcessBuilder.Redirect.appendTo(
                            folder.resolve("service.log").toFile()));
            builder.environment()
                    .putAll(Map.of(
                            "CUENTA_TOKEN_LIFETIME",
                            "3s",
                            "CUENTA_PEPPER_FILE",
                            pepperFile().toString(),
                            "CUENTA_DOMAIN",
                            "marea.example",
                            "CUENTA_PUBLIC_URL",
                            url().toString(),
                            "CUENTA_MAIL_FROM",
                            "accounts@marea.example",
                            "CUENTA_MAIL_SERVER",
                            "smtp://127.0.0.1:" + mailPort,
                            "CUENTA_SECRET_KEY_FILE",
                            secretKeys().toString(),
                            "CUENTA_PORT",
                            String.valueOf(port),
                            "CUENTA_KEY_FILE",
                            folder.resolve("installation-key").toString(),
                            "CUENTA_DATABASE_URL",
                            "jdbc:postgresql://127.0.0.1:" + POSTGRES + "/" + database));
            builder.environment().put("CUENTA_DATABASE_USER", "cuenta_service");
            builder.environment().put("CUENTA_DATABASE_OWNER_USER", "cuenta");
            builder.environment().put("CUENTA_TEXT_MESSAGES_URL", "http://127.0.0.1:" + textPort + "/texts");
            service = builder.start();
            awaitReady();
            Files.writeString(
                    folder.resolve("cuenta.properties"),
                    "url=" + url() + "\nkey-file=" + folder.resolve("installation-key") + "\n");
        } catch (IOException failure) {
            throw new UncheckedIOException(failure);
        }
    }

    private void awaitReady() {
        Http http = guest();
        for (int i = 0; i < 600; i++) {
            if (http.answers("/actuator/health/readiness")) {
                return;
            }
            if (!service.isAlive()) {
                throw new AssertionError("The service did not start:\n" + log());
            }
            pause(100);
        }
        throw new AssertionError("The service was not ready within a minute:\n" + log());
    }

    /** Of the service's process. */
    long pid() {
        return service.pid();
    }

    /** What a service says that does not start, or is killed at the end of the given seconds. */
    Output startedWith(Map<String, String> environment, int seconds) {
        Map<String, String> all =
                new HashMap<>(Map.of("CUENTA_PORT", String.valueOf(freePort()), "CUENTA_DATABASE_URL", jdbc()));
        all.put("CUENTA_KEY_FILE", folder.resolve("another-key").toString());
        all.put("CUENTA_SECRET_KEY_FILE", secretKeys().toString());
        all.putAll(environment);
        return output(List.of("timeout", "--kill-after", "5", String.valueOf(seconds), ROOT + "/bin/serve"), all, "");
    }

    /** As a power cut would: nothing is closed, nothing is said. */
    void killNow() {
        service.descendants().forEach(ProcessHandle::destroyForcibly);
        service.destroyForcibly();
        try {
            service.waitFor(10, TimeUnit.SECONDS);
        } catch (InterruptedException stopping) {
            Thread.currentThread().interrupt();
        }
    }

    /** As a power cut of the database's machine would. */
    static void crashDatabase() {
        output(List.of(ROOT + "/bin/postgres", "crash", CLUSTER), Map.of(), "").succeeds();
    }

    URI url() {
        return URI.create("http://127.0.0.1:" + port);
    }

    String key() {
        return read(folder.resolve("installation-key")).strip();
    }

    /** Takes mails from now on; see {@link #mails}. */
    Process mailbox() throws IOException {
        return new ProcessBuilder(
                        "java",
                        ROOT.resolve("marea/Mailbox.java").toString(),
                        folder.resolve("mail").toString(),
                        String.valueOf(mailPort))
                .inheritIO()
                .start();
    }

    /** Takes text messages from now on, as JSON, in the order in which they come. */
    HttpServer telephone(Queue<String> texts) throws IOException {
        HttpServer gateway = HttpServer.create(new InetSocketAddress(InetAddress.getLoopbackAddress(), textPort), 0);
        gateway.createContext("/texts", exchange -> {
            texts.add(new String(exchange.getRequestBody().readAllBytes(), StandardCharsets.UTF_8));
            exchange.sendResponseHeaders(204, -1);
            exchange.close();
        });
        gateway.start();
        return gateway;
    }

    /** What it took, in the order in which it came. */
    List<String> mails() throws IOException {
        if (!Files.exists(folder.resolve("mail"))) {
            return List.of();
        }
        try (Stream<Path> files = Files.list(folder.resolve("mail"))) {
            return files.filter(file -> file.toString().endsWith(".eml"))
                    .sorted()
                    .map(Installation::read)
                    .toList();
        }
    }

    /** The same for all instances on the database. */
    private Path pepperFile() {
        return Path.of("target", database, "peppers").toAbsolutePath();
    }

    Path secretKeys() {
        return Path.of("target", database, "secret-keys").toAbsolutePath();
    }

    String log() {
        return read(folder.resolve("service.log"));
    }

    Http guest() {
        return new Http(url(), null);
    }

    Http keyHolder() {
        return new Http(url(), key());
    }

    Http with(String token) {
        return new Http(url(), token);
    }

    Http as(String identifier, String password) {
        Http.Answer answer = guest().post("/v1/sessions", Map.of("identifier", identifier, "password", password));
        return new Http(url(), answer.status(201).json().path("token").asString());
    }

    Http operator() {
        return as(OPERATOR, PASSWORD);
    }

    Output cuenta(String... arguments) {
        return cuentaWith("", arguments);
    }

    Output cuentaWith(String input, String... arguments) {
        return cuenta(folder.resolve("cuenta.properties"), input, arguments);
    }

    private static Output cuenta(Path config, String input, String... arguments) {
        List<String> command = new ArrayList<>(List.of(ROOT.resolve("cuenta").toString()));
        command.addAll(List.of(arguments));
        return output(command, Map.of("CUENTA_CONFIG", config.toString()), input);
    }

    /** Where somebody works who has no key: their session is kept in settings of their own. */
    record Terminal(Path config) {
        Output cuenta(String input, String... arguments) {
            return Installation.cuenta(config, input, arguments);
        }
    }

    Terminal terminal(String person) {
        try {
            return new Terminal(Files.writeString(folder.resolve(person + ".properties"), "url=" + url() + "\n"));
        } catch (IOException failure) {
            throw new UncheckedIOException(failure);
        }
    }

    /** A line of shell, with the client's name and this installation's settings at hand. */
    Output shell(String line) {
        return output(
                List.of("bash", "-c", line),
                Map.of(
                        "CUENTA_CONFIG",
                        folder.resolve("cuenta.properties").toString(),
                        "URL",
                        url().toString(),
                        "PSQL",
                        psqlCommand(database)),
                "");
    }

    /** Where its database is, for a program that reads it as another's. */
    String jdbc() {
        return "jdbc:postgresql://127.0.0.1:" + POSTGRES + "/" + database;
    }

    String psql(String query) {
        return psql(database, query);
    }

    private static String psql(String database, String query) {
        return output(List.of("bash", "-c", psqlCommand(database) + " -qtAc \"$QUERY\""), Map.of("QUERY", query), "")
                .succeeds()
                .text()
                .strip();
    }

    /** How PostgreSQL's own programs find its database. */
    String psqlArguments() {
        return psqlArguments(database);
    }

    private static String psqlArguments(String database) {
        return "-h 127.0.0.1 -p " + POSTGRES + " -U cuenta -d " + database;
    }

    private static String psqlCommand(String database) {
        return "psql " + psqlArguments(database);
    }

    /** What a process said and how it ended. */
    record Output(int status, String text, String errors) {
        Output succeeds() {
            if (status != 0) {
                throw new AssertionError("Exit status " + status + ": " + text + errors);
            }
            return this;
        }
    }

    private static Output output(List<String> command, Map<String, String> environment, String input) {
        try {
            Path errors = Files.createTempFile("errors", ".txt");
            ProcessBuilder builder = new ProcessBuilder(command).redirectError(errors.toFile());
            if (command.get(0).startsWith(ROOT.toString()) && !command.get(0).endsWith("postgres")
                    || command.get(0).equals("bash")) {
                builder.directory(ROOT.toFile());
            }
            builder.environment().putAll(environment);
            Process process = builder.start();
            process.getOutputStream().write(input.getBytes(StandardCharsets.UTF_8));
            process.getOutputStream().close();
            String text = new String(process.getInputStream().readAllBytes(), StandardCharsets.UTF_8);
            int status = process.waitFor();
            String said = Files.readString(errors);
            Files.delete(errors);
            return new Output(status, text, said);
        } catch (IOException failure) {
            throw new UncheckedIOException(failure);
        } catch (InterruptedException stopping) {
            Thread.currentThread().interrupt();
            throw new IllegalStateException(stopping);
        }
    }

    private static String read(Path file) {
        try {
            return Files.readString(file);
        } catch (IOException failure) {
            throw new UncheckedIOException(failure);
        }
    }

    static void pause(long millis) {
        try {
            Thread.sleep(millis);
        } catch (InterruptedException stopping) {
            Thread.currentThread().interrupt();
        }
    }

    private static int freePort() {
        try (ServerSocket socket = new ServerSocket(0)) {
            return socket.getLocalPort();
        } catch (IOException failure) {
            throw new UncheckedIOException(failure);
        }
    }

    @Override
    public void close() {
        killNow();
    }
}
