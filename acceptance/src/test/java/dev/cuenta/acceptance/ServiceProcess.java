package dev.cuenta.acceptance;

import dev.cuenta.core.model.Models;
import dev.cuenta.core.testing.Await;
import dev.cuenta.service.testing.Http;
import dev.cuenta.service.testing.ServiceProgram;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.net.URI;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Map;
import java.util.concurrent.TimeUnit;

/** The packaged program, as a process that can be killed. */
final class ServiceProcess implements ServiceProgram {
    private static final String STARTED = "Started CuentaApplication";

    /** It is made while the first tests run. */
    private static final Path CLASS_ARCHIVE = Models.root().resolve("service/target/cuenta.jsa");

    private final Path log;
    private Process process;

    ServiceProcess() {
        try {
            log = Files.createTempFile("cuenta-service", ".log");
        } catch (IOException failure) {
            throw new UncheckedIOException(failure);
        }
    }

    /** What it says that ends by itself, or is started well and then killed. */
    static Output started(Map<String, String> settings) {
        ServiceProcess service = new ServiceProcess();
        service.launch(settings);
        Await.until(
                "it ends or is started",
                () -> !service.process.isAlive() || service.log().contains(STARTED));
        service.stop();
        return new Output(service.process.exitValue(), service.log(), "");
    }

    @Override
    public void start(Map<String, String> settings) {
        launch(settings);
        Http http = new Http(URI.create("http://127.0.0.1:" + settings.get("CUENTA_PORT")), null);
        Await.until("the service is ready", () -> {
            if (!process.isAlive()) {
                throw new AssertionError("The service did not start:\n" + log());
            }
            return http.answers("/actuator/health/readiness");
        });
    }

    private void launch(Map<String, String> settings) {
        Await.until("the archive of classes is made", () -> Files.exists(CLASS_ARCHIVE));
        ProcessBuilder builder = new ProcessBuilder(
                        Models.root().resolve("bin/serve").toString())
                .redirectErrorStream(true)
                .redirectOutput(ProcessBuilder.Redirect.appendTo(log.toFile()));
        builder.environment().put("CUENTA_JVM", "small");
        builder.environment().putAll(settings);
        try {
            process = builder.start();
        } catch (IOException failure) {
            throw new UncheckedIOException(failure);
        }
    }

    /** As a power cut would: nothing is closed, nothing is said. */
    @Override
    public void stop() {
        process.descendants().forEach(ProcessHandle::destroyForcibly);
        process.destroyForcibly();
        try {
            process.waitFor(1, TimeUnit.MINUTES);
        } catch (InterruptedException stopping) {
            Thread.currentThread().interrupt();
        }
    }

    @Override
    public String log() {
        try {
            return Files.readString(log);
        } catch (IOException failure) {
            throw new UncheckedIOException(failure);
        }
    }
}
