package dev.cuenta.service.session;

import dev.cuenta.core.problem.Problem;
import dev.cuenta.store.session.Attempts;
import java.text.Normalizer;
import java.time.Duration;
import java.util.Locale;
import org.springframework.stereotype.Component;

/**
 * Slows down whoever tries out passwords. What counts is who is tried from where: a stranger elsewhere who knows somebody's email
 * keeps nobody out but themselves. Beside that, an address that fails for many people has to wait for all of them.
 */
@Component
final class Throttle {
    private static final int FREE_FOR_ONE = 5;
    private static final int FREE_FOR_ADDRESS = 50;

    private final Attempts attempts;

    Throttle(Attempts attempts) {
        this.attempts = attempts;
    }

    /**
     * A try at somebody's password.
     *
     * @param whom what was given as who it is, whether there is such an account or not
     */
    record Try(String whom, String address) {
        private byte[] pair() {
            String normal = Normalizer.normalize(whom, Normalizer.Form.NFKC).toLowerCase(Locale.ROOT);
            return Tokens.hash("pair\0" + normal + "\0" + address);
        }

        private byte[] from() {
            return Tokens.hash("address\0" + address);
        }
    }

    /** @throws Problem TOO_MANY when the try has to wait */
    void begin(Try tried) {
        attempts.wait(tried.from(), FREE_FOR_ADDRESS).ifPresent(Throttle::refuse);
        attempts.begin(tried.pair(), FREE_FOR_ONE).ifPresent(Throttle::refuse);
    }

    private static void refuse(Duration wait) {
        throw Problem.tooMany(
                "Too many wrong passwords were tried. Wait " + wait.toSeconds()
                        + " seconds, or ask for a link to choose another one.",
                wait);
    }

    void failed(Try tried) {
        attempts.failed(tried.from());
    }

    void succeeded(Try tried) {
        attempts.forget(tried.pair());
        attempts.sweep();
    }
}
