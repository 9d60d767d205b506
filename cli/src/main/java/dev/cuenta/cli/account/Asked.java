package dev.cuenta.cli.account;

import dev.cuenta.cli.Terminal;
import dev.cuenta.core.problem.Problem;
import java.io.BufferedReader;
import java.io.IOException;
import java.io.InputStreamReader;
import java.io.UncheckedIOException;
import java.nio.charset.StandardCharsets;

/** Asks for a secret without echo, or reads it from standard input. Never from an argument: those can be seen by others. */
public final class Asked {
    private Asked() {}

    /**
     * Asks once.
     *
     * @param option the one that reads it from standard input
     */
    public static String secret(String prompt, String option, boolean fromStandardInput) {
        return fromStandardInput ? line(standardInput()) : new String(secret(prompt, option));
    }

    static char[] secret(String prompt, String option) {
        return Terminal.present()
                .map(console -> console.readPassword(prompt))
                .orElseThrow(() -> Problem.invalid(
                        "/" + option.substring("--".length()).replace("-stdin", ""),
                        "terminal",
                        "There is no terminal to ask at. Give it on standard input with " + option + "."));
    }

    static BufferedReader standardInput() {
        return new BufferedReader(new InputStreamReader(System.in, StandardCharsets.UTF_8));
    }

    static String line(BufferedReader lines) {
        try {
            String line = lines.readLine();
            return line == null ? "" : line;
        } catch (IOException unreadable) {
            throw new UncheckedIOException(unreadable);
        }
    }
}
