package dev.cuenta.service.session;

import dev.cuenta.core.problem.Problem;
import dev.cuenta.service.Settings;
import dev.cuenta.service.web.Network;
import dev.cuenta.store.session.Attempts;
import java.text.Normalizer;
import java.time.Duration;
import java.util.Locale;
import org.springframework.stereotype.Component;

/**
 * Slows down whoever tries out passwords. What counts is who is tried from where: a stranger elsewhere who knows somebody's email
 * keeps nobody out but themselves. Beside that, an address that fails for many people has to wait for all of them; and somebody who is
 * tried from many addresses can come in only from where they came in before, until that ends.
 */
@Component
public final class Throttle {
    private static final int FREE_FOR_ONE = 5;
    private static final int FREE_FOR_ADDRESS = 50;
    private static final int FREE_FOR_PERSON = 60;
    private static final int FREE_RESETS = 20;
    private static final int FREE_ASSESSMENTS = 1000;

    private final Attempts attempts;
    private final Settings settings;

    Throttle(Attempts attempts, Settings settings) {
        this.attempts = attempts;
        this.settings = settings;
    }

    /**
     * A try at somebody's password.
     *
     * @param whom what was given as who it is, whether there is such an account or not
     */
    record Try(String whom, String address) {
        private byte[] pair() {
            return Tokens.hash("pair\0" + normal() + "\0" + network());
        }

        private byte[] person() {
            return Tokens.hash("person\0" + normal());
        }

        private byte[] familiar() {
            return Tokens.hash("familiar\0" + normal() + "\0" + network());
        }

        private String network() {
            return Network.subscriber(address);
        }

        private String normal() {
            return Normalizer.normalize(whom, Normalizer.Form.NFKC).toLowerCase(Locale.ROOT);
        }

        private byte[] from() {
            return Tokens.hash("address\0" + network());
        }
    }

    /**
     * Counts a try, before it is known what comes of it.
     *
     * @throws Problem TOO_MANY when the try has to wait
     */
    void begin(Try tried) {
        attempts.wait(tried.from(), FREE_FOR_ADDRESS).ifPresent(Throttle::refuse);
        attempts.wait(tried.person(), FREE_FOR_PERSON)
                .filter(wait -> !attempts.remembers(tried.familiar()))
                .ifPresent(Throttle::refuse);
        attempts.begin(tried.pair(), FREE_FOR_ONE).ifPresent(Throttle::refuse);
    }

    /**
     * As {@link #begin(Try)}, for what whoever tries it is signed in for, or knows the password of: it is counted wherever it comes from.
     *
     * @param what is tried, and of whom
     */
    public void begin(String what) {
        attempts.begin(alone(what), FREE_FOR_ONE).ifPresent(Throttle::refuse);
    }

    public void succeeded(String what) {
        attempts.forget(alone(what));
    }

    private static byte[] alone(String what) {
        return Tokens.hash("alone\0" + what);
    }

    /** @throws Problem TOO_MANY when somebody at the address asks for too many links */
    void beginReset(String address) {
        begin("reset", address, FREE_RESETS, "Too many links were asked for.");
    }

    /**
     * Counts somebody who signs up.
     *
     * @throws Problem TOO_MANY when too many do from the address
     */
    public void beginSignUp(String address) {
        begin("sign-up", address, settings.signUpsPerAddress(), "Too many accounts were made from there.");
    }

    /** @throws Problem TOO_MANY when somebody at the address has too many passwords assessed */
    void beginAssessment(String address) {
        begin("assessment", address, FREE_ASSESSMENTS, "Too many passwords were assessed.");
    }

    private void begin(String what, String address, int free, String tooMany) {
        attempts.begin(Tokens.hash(what + "\0" + Network.subscriber(address)), free)
                .ifPresent(wait -> {
                    throw Problem.tooMany(tooMany + " Wait " + wait.toSeconds() + " seconds.", wait);
                });
    }

    private static void refuse(Duration wait) {
        throw Problem.tooMany(
                "Too many wrong passwords were tried. Wait " + wait.toSeconds()
                        + " seconds, or ask for a link to choose another one.",
                wait);
    }

    /** Whether with this one the pause begins for everybody who comes from somewhere new. */
    boolean failed(Try tried) {
        attempts.failed(tried.from());
        return attempts.failed(tried.person()) == FREE_FOR_PERSON;
    }

    /** The tries before this one are forgotten, and the address is known from now on. */
    void succeeded(Try tried) {
        attempts.remember(tried.familiar());
        attempts.forget(tried.pair());
    }
}
