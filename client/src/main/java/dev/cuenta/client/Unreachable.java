package dev.cuenta.client;

import java.io.IOException;
import java.net.URI;

/** The service did not answer at all. */
public final class Unreachable extends RuntimeException {
    Unreachable(URI service, IOException cause) {
        super("The service at " + service + " cannot be reached: " + cause.getMessage(), cause);
    }
}
