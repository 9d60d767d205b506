package dev.cuenta.client;

import java.io.IOException;
import java.net.URI;

/** The service did not answer at all, or something else did. */
public final class Unreachable extends RuntimeException {
    private static final long serialVersionUID = 1L;

    public Unreachable(URI service, IOException cause) {
        super("The service at " + service + " cannot be reached: " + cause.getMessage(), cause);
    }
}
