package dev.cuenta.service.password;

import dev.cuenta.core.model.PasswordRules;
import dev.cuenta.core.password.CommonPasswords;
import dev.cuenta.core.password.PasswordPolicy;
import dev.cuenta.core.password.PasswordScheme;
import dev.cuenta.core.problem.Problem;
import java.time.Duration;
import java.util.Arrays;
import java.util.Collection;
import java.util.Optional;
import java.util.concurrent.ConcurrentHashMap;
import java.util.concurrent.ConcurrentMap;
import java.util.concurrent.Semaphore;
import java.util.concurrent.TimeUnit;
import java.util.function.Supplier;
import org.springframework.stereotype.Component;

/**
 * The hook through which every password goes, whichever way it comes in. Each hash takes its memory for a moment; only so many
 * are made at once, and whoever would wait too long is asked to come back.
 */
@Component
public final class Passwords {
    private static final Duration LONGEST_WAIT = Duration.ofSeconds(5);

    private final PasswordScheme scheme;
    private final CommonPasswords common;
    private final Semaphore atOnce =
            new Semaphore(Math.max(2, Runtime.getRuntime().availableProcessors()), true);
    /** Verified against when there is no account, so that the answer takes as long as when there is one. */
    private final ConcurrentMap<PasswordRules, String> decoys = new ConcurrentHashMap<>();

    Passwords(PasswordScheme scheme, CommonPasswords common) {
        this.scheme = scheme;
        this.common = common;
    }

    /**
     * Checks a new password and hashes it.
     *
     * @param identifiers what the account signs in with
     * @return a PHC string
     * @throws Problem INVALID for a password that the policy refuses
     */
    public String hash(String password, PasswordRules rules, Collection<String> identifiers) {
        char[] accepted = new PasswordPolicy(rules, common).accept(password, identifiers);
        try {
            return inTurn(() -> scheme.hash(accepted, rules));
        } finally {
            Arrays.fill(accepted, ' ');
        }
    }

    /** Whether the password is the one behind the hash; as slow without a hash as with one. */
    public boolean verify(Optional<String> hash, String password, PasswordRules rules) {
        char[] given = PasswordPolicy.normal(password).toCharArray();
        try {
            return inTurn(() -> scheme.verify(hash.orElseGet(() -> decoy(rules)), given)) && hash.isPresent();
        } finally {
            Arrays.fill(given, ' ');
        }
    }

    /** Makes the decoy ahead of the first sign-in, which would otherwise take twice as long for an unknown person. */
    public void prepare(PasswordRules rules) {
        decoy(rules);
    }

    private String decoy(PasswordRules rules) {
        return decoys.computeIfAbsent(rules, parameters -> scheme.hash("no password at all".toCharArray(), parameters));
    }

    private <T> T inTurn(Supplier<T> work) {
        try {
            if (!atOnce.tryAcquire(LONGEST_WAIT.toMillis(), TimeUnit.MILLISECONDS)) {
                throw Problem.unavailable(
                        "Too many people are signing in just now. Try again in a moment.", LONGEST_WAIT);
            }
        } catch (InterruptedException stopping) {
            Thread.currentThread().interrupt();
            throw Problem.unavailable("The service is stopping. Try again in a moment.", LONGEST_WAIT);
        }
        try {
            return work.get();
        } finally {
            atOnce.release();
        }
    }
}
