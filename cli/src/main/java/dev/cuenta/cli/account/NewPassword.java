package dev.cuenta.cli.account;

import dev.cuenta.core.problem.Problem;
import java.io.BufferedReader;
import java.util.Arrays;
import java.util.List;

/** Asks for passwords, as {@link Asked} does for every secret. */
public final class NewPassword {
    private static final String OPTION = "--password-stdin";

    private NewPassword() {}

    /** Asks twice, so that a slip does not lock anybody out. */
    public static String askTwice(boolean fromStandardInput) {
        if (fromStandardInput) {
            return ask(true);
        }
        char[] first = Asked.secret("Password: ", OPTION);
        char[] second = Asked.secret("The same again: ", OPTION);
        if (!Arrays.equals(first, second)) {
            throw Problem.invalid("/password", "confirmation", "The two do not match. Nothing was changed.");
        }
        return new String(first);
    }

    /** Asks once. */
    public static String ask(boolean fromStandardInput) {
        return Asked.secret("Password: ", OPTION, fromStandardInput);
    }

    /** The present one, and a new one asked for twice. */
    public static List<String> askForBoth(boolean fromStandardInput) {
        if (fromStandardInput) {
            BufferedReader lines = Asked.standardInput();
            return List.of(Asked.line(lines), Asked.line(lines));
        }
        return List.of(new String(Asked.secret("Current password: ", OPTION)), askTwice(false));
    }
}
