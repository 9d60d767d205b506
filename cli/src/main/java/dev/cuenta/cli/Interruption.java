package dev.cuenta.cli;

import java.io.PrintWriter;

/** Says what goes on when somebody stops the command (Ctrl-C) while it only watches. */
public final class Interruption implements AutoCloseable {
    private final Thread saying;

    /** From now on until it is closed. */
    public Interruption(PrintWriter err, String message) {
        this.saying = new Thread(
                () -> {
                    err.println();
                    err.println(message);
                    err.flush();
                },
                "interruption");
        Runtime.getRuntime().addShutdownHook(saying);
    }

    @Override
    public void close() {
        try {
            Runtime.getRuntime().removeShutdownHook(saying);
        } catch (IllegalStateException stopping) {
            // It is being said.
        }
    }
}
