package dev.cuenta.acceptance;

import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Map;

/** What a command said and how it ended. */
record Output(int status, String text, String errors) {
    Output succeeds() {
        if (status != 0) {
            throw new AssertionError("Exit status " + status + ": " + text + errors);
        }
        return this;
    }

    /** Of a process that ended. */
    static Output of(List<String> command, Map<String, String> environment) {
        try {
            Path errors = Files.createTempFile("errors", ".txt");
            ProcessBuilder builder = new ProcessBuilder(command).redirectError(errors.toFile());
            builder.environment().putAll(environment);
            Process process = builder.start();
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
            throw new AssertionError(stopping);
        }
    }
}
