package dev.cuenta.service.load;

import dev.cuenta.core.account.AccountId;
import dev.cuenta.core.account.NormalForm;
import dev.cuenta.core.problem.Problem;
import dev.cuenta.core.problem.ProblemKind;
import dev.cuenta.service.Settings;
import dev.cuenta.service.caller.Tokens;
import dev.cuenta.store.session.Attempts;
import java.time.Duration;
import java.util.EnumSet;
import java.util.Optional;
import java.util.Set;
import java.util.concurrent.locks.LockSupport;
import java.util.function.Supplier;
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
    private static final int FREE_CONFIRMATIONS = 100;
    private static final int FREE_NOTICES = 3;
    private static final int FREE_UPLOADS = 60;
    /** What says that a password was wrong; and that a code, or one's own password, was. */
    private static final Set<ProblemKind> WRONG_PASSWORD = EnumSet.of(ProblemKind.UNAUTHENTICATED);

    private static final Set<ProblemKind> WRONG = EnumSet.of(ProblemKind.INVALID, ProblemKind.SECOND_FACTOR);

    /** Of what is counted whatever comes of it: all that was not ours to do. */
    private static final Set<ProblemKind> COUNTED = EnumSet.complementOf(EnumSet.of(ProblemKind.UNAVAILABLE));

    private static final Duration TURN = Duration.ofMillis(50);
    private static final Duration LONGEST_TURN = Duration.ofSeconds(5);
    private static final int IN_LINE = 8;
    private static final int MOST_ASKING = 24;

    private final Attempts attempts;
    private final Settings settings;
    /** Who floods the door shall not take the processors from those who are in: a question takes a fraction of a millisecond. */
    private final Turnstile asking = new Turnstile(1, MOST_ASKING, "Too many people are signing in just now.");
    /** They hold a thread each. */
    private final Turnstile inLine = new Turnstile(IN_LINE, 0, "Too many people are signing in just now.");

    Throttle(Attempts attempts, Settings settings) {
        this.attempts = attempts;
        this.settings = settings;
    }

    /**
     * A try at somebody's password.
     *
     * @param whom what was given as who it is, whether there is such an account or not
     */
    public record Try(String whom, String address) {
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
            return NormalForm.of(whom);
        }

        private byte[] from() {
            return Tokens.hash("address\0" + network());
        }
    }

    /**
     * Makes a try at somebody's password. It counts as wrong when the work says so; what came to nothing, because the database is
     * away or too many are in line, counts for nothing.
     *
     * @param work throws UNAUTHENTICATED for a wrong one
     * @throws Problem TOO_MANY when the try has to wait
     */
    public <T> T guard(Try tried, Supplier<T> work) {
        attempts.wait(tried.from(), FREE_FOR_ADDRESS).ifPresent(Throttle::refuse);
        attempts.wait(tried.person(), FREE_FOR_PERSON)
                .filter(wait -> !knows(tried))
                .ifPresent(Throttle::refuse);
        beginAfterOthers(tried);
        T done = verdict(tried.pair(), WRONG_PASSWORD, work);
        attempts.remember(tried.familiar());
        attempts.forget(tried.pair());
        return done;
    }

    /**
     * As {@link #guard(Try, Supplier)}, for what whoever tries it is signed in for, or knows the password of: it is counted wherever it
     * comes from.
     *
     * @param what is tried, and of whom
     */
    public <T> T guard(String what, Supplier<T> work) {
        byte[] subject = Tokens.hash("alone\0" + what);
        attempts.begin(subject, FREE_FOR_ONE).ifPresent(Throttle::refuse);
        T done = verdict(subject, WRONG, work);
        attempts.forget(subject);
        return done;
    }

    /** Whether the person came in from there before. */
    public boolean knows(Try tried) {
        return asking.pass(() -> attempts.remembers(tried.familiar()));
    }

    private <T> T verdict(byte[] subject, Set<ProblemKind> wrong, Supplier<T> work) {
        try {
            return work.get();
        } catch (RuntimeException failure) {
            if (failure instanceof Problem problem && wrong.contains(problem.kind())) {
                attempts.failed(subject);
            } else {
                release(subject, failure);
            }
            throw failure;
        }
    }

    /** Where the database is away this is in vain, and not needed: what nobody ends lapses. */
    private void release(byte[] subject, RuntimeException failure) {
        try {
            attempts.release(subject);
        } catch (RuntimeException another) {
            failure.addSuppressed(another);
        }
    }

    /** Somebody may sign in several times at once, with the right password each time: the later ones wait for what comes of it. */
    private void beginAfterOthers(Try tried) {
        long start = System.nanoTime();
        Optional<Duration> wait = attempts.begin(tried.pair(), FREE_FOR_ONE);
        while (wait.filter(Duration::isZero).isPresent() && System.nanoTime() - start < LONGEST_TURN.toNanos()) {
            wait = inLine.pass(() -> pauseAndBegin(tried));
        }
        wait.ifPresent(Throttle::refuse);
    }

    private Optional<Duration> pauseAndBegin(Try tried) {
        LockSupport.parkNanos(TURN.toNanos());
        return attempts.begin(tried.pair(), FREE_FOR_ONE);
    }

    /**
     * Takes down that somebody at the address wants a link.
     *
     * @throws Problem TOO_MANY when too many are asked for there
     */
    public <T> T countReset(String address, Supplier<T> work) {
        return count("reset", address, FREE_RESETS, "Too many links were asked for.", work);
    }

    /**
     * Lets somebody sign up.
     *
     * @throws Problem TOO_MANY when too many do at the address
     */
    public <T> T countSignUp(String address, Supplier<T> work) {
        return count("sign-up", address, settings.signUpsPerAddress(), "Too many accounts were made from there.", work);
    }

    /**
     * Has a password assessed.
     *
     * @throws Problem TOO_MANY when too many are at the address
     */
    public <T> T countAssessment(String address, Supplier<T> work) {
        return count("assessment", address, FREE_ASSESSMENTS, "Too many passwords were assessed.", work);
    }

    /**
     * Confirms an address by a link.
     *
     * @throws Problem TOO_MANY when too many links are tried at the address
     */
    public <T> T countConfirmation(String address, Supplier<T> work) {
        return count("confirmation", address, FREE_CONFIRMATIONS, "Too many links were tried.", work);
    }

    /**
     * Takes in a picture.
     *
     * @throws Problem TOO_MANY when too many come from the address
     */
    public <T> T countUpload(String address, Supplier<T> work) {
        return count("upload", address, FREE_UPLOADS, "Too many pictures came from there.", work);
    }

    /** What counts whatever comes of it, unless it was ours to do. */
    private <T> T count(String what, String address, int free, String tooMany, Supplier<T> work) {
        byte[] subject = Tokens.hash(what + "\0" + Network.subscriber(address));
        attempts.begin(subject, free).ifPresent(wait -> {
            Duration least = wait.isZero() ? Duration.ofSeconds(1) : wait;
            throw Problem.tooMany(tooMany + " Wait " + least.toSeconds() + " seconds.", least);
        });
        T done = verdict(subject, COUNTED, work);
        attempts.failed(subject);
        return done;
    }

    /** Whether an account's owner is told now that somebody signs up with their address; they are told some times in an hour. */
    public boolean mayTellOfSignUp(AccountId owner) {
        byte[] subject = Tokens.hash("sign-up with the address of\0" + owner.text());
        boolean may = attempts.begin(subject, FREE_NOTICES).isEmpty();
        if (may) {
            attempts.failed(subject);
        }
        return may;
    }

    private static void refuse(Duration wait) {
        if (wait.isZero()) {
            throw Problem.tooMany("Other tries are under way. Wait a second.", Duration.ofSeconds(1));
        }
        throw Problem.tooMany(
                "Too many wrong passwords were tried. Wait " + wait.toSeconds()
                        + " seconds, or ask for a link to choose another one.",
                wait);
    }

    /** Whether with this one the pause begins for everybody who comes from somewhere new. */
    public boolean failed(Try tried) {
        attempts.failed(tried.from());
        return attempts.failed(tried.person()) == FREE_FOR_PERSON;
    }
}
