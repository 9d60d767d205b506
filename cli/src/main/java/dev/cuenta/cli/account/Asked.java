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

    /** Secrets that are asked for one after another: at the terminal, or a line each from standard input. */
    @FunctionalInterface
    public interface Lines {
        String next(String prompt);
    }

    /**
     * Asks for several.
     *
     * @param option the one that reads them from standard input
     */
    public static Lines lines(boolean fromStandardInput, String option) {
        if (fromStandardInput) {
            BufferedReader lines = standardInput();
            return prompt -> line(lines);
        }
        return prompt -> new String(secret(prompt, option));
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
