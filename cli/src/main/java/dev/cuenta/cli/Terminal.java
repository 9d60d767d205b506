package dev.cuenta.cli;

import java.io.Console;
import java.util.Optional;

/** The terminal in front of which somebody sits, if anybody does. */
public final class Terminal {
    private Terminal() {}

    @SuppressWarnings(
            "SystemConsoleNull") // null up to Java 21; later a console that reads the end of standard input at once
    public static Optional<Console> present() {
        return Optional.ofNullable(System.console());
    }
}
