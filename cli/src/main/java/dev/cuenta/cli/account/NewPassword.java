package dev.cuenta.cli.account;

import dev.cuenta.cli.Terminal;
import dev.cuenta.core.problem.Problem;
import java.io.BufferedReader;
import java.io.IOException;
import java.io.InputStreamReader;
import java.io.UncheckedIOException;
import java.nio.charset.StandardCharsets;
import java.util.Arrays;

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

    private static char[] ask(String prompt) {
        return Terminal.present()
                .map(console -> console.readPassword(prompt))
                .orElseThrow(() -> Problem.invalid(
                        "/password",
                        "terminal",
                        "There is no terminal to ask at. Give it on standard input with --password-stdin."));
    }

    private static String line() {
        try {
            String line = new BufferedReader(new InputStreamReader(System.in, StandardCharsets.UTF_8)).readLine();
            return line == null ? "" : line;
        } catch (IOException unreadable) {
            throw new UncheckedIOException(unreadable);
        }
    }
}
