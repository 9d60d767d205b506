package dev.cuenta.cli.account;

import dev.cuenta.cli.Terminal;
import dev.cuenta.core.problem.Problem;
import java.io.BufferedReader;
import java.io.IOException;
import java.io.InputStreamReader;
import java.io.UncheckedIOException;
import java.nio.charset.StandardCharsets;
import java.util.Arrays;
import java.util.List;

/** Asks for a password without echo, or reads it from standard input. Never from an argument: those can be seen by others. */
public final class NewPassword {
    private NewPassword() {}

    /** Asks twice, so that a slip does not lock anybody out. */
    public static String askTwice(boolean fromStandardInput) {
        if (fromStandardInput) {
            return line();
        }
        char[] first = ask("Password: ");
        char[] second = ask("The same again: ");
        if (!Arrays.equals(first, second)) {
            throw Problem.invalid("/password", "confirmation", "The two are not the same. Nothing was done.");
        }
        return new String(first);
    }

    /** Asks once. */
    public static String ask(boolean fromStandardInput) {
        return fromStandardInput ? line() : new String(ask("Password: "));
    }

    /** The present one, and a new one asked for twice. */
    public static List<String> askForBoth(boolean fromStandardInput) {
        if (fromStandardInput) {
            BufferedReader lines = standardInput();
            return List.of(line(lines), line(lines));
        }
        return List.of(new String(ask("Present password: ")), askTwice(false));
    }

    private static char[] ask(String prompt) {
        return Terminal.present()
                .map(console -> console.readPassword(prompt))
                .orElseThrow(() -> Problem.invalid(
                        "/password",
                        "terminal",
                        "There is no terminal to ask at. Give it on standard input with --password-stdin."));
    }

    private static String line() {
        return line(standardInput());
    }

    private static BufferedReader standardInput() {
        return new BufferedReader(new InputStreamReader(System.in, StandardCharsets.UTF_8));
    }

    private static String line(BufferedReader lines) {
        try {
            String line = lines.readLine();
            return line == null ? "" : line;
        } catch (IOException unreadable) {
            throw new UncheckedIOException(unreadable);
        }
    }
}
