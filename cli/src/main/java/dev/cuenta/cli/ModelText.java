package dev.cuenta.cli;

import dev.cuenta.core.problem.Problem;
import dev.cuenta.core.problem.ProblemKind;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;

/** Reads a file that a command was given; {@code -} is standard input. */
public final class ModelText {
    private ModelText() {}

    public static String of(Path file) {
        try {
            return file.toString().equals("-")
                    ? new String(System.in.readAllBytes(), StandardCharsets.UTF_8)
                    : Files.readString(file);
        } catch (IOException unreadable) {
            String why = Files.exists(file) ? "cannot be read as UTF-8 text" : "is not there";
            throw Problem.of(ProblemKind.MALFORMED, "The file " + file + " " + why + ".");
        }
    }
}
