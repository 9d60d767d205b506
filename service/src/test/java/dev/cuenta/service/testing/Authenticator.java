package dev.cuenta.service.testing;

import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.charset.StandardCharsets;
import java.time.Duration;

/** Another program's authenticator (RFC 6238). */
public final class Authenticator {
    private static final Duration STEP = Duration.ofSeconds(30);

    private Authenticator() {}

    /** What it shows so many steps from now. */
    public static String code(String seed, int stepsAhead) {
        try {
            Process program = new ProcessBuilder(
                            "oathtool",
                            "--totp",
                            "--base32",
                            seed,
                            "--now",
                            "now + " + STEP.toSeconds() * stepsAhead + " seconds")
                    .redirectErrorStream(true)
                    .start();
            return new String(program.getInputStream().readAllBytes(), StandardCharsets.UTF_8).strip();
        } catch (IOException failure) {
            throw new UncheckedIOException(failure);
        }
    }
}
