package dev.cuenta.service.password;

import dev.cuenta.core.model.HashFormat;
import dev.cuenta.core.model.PasswordRules;
import dev.cuenta.core.password.CommonPasswords;
import dev.cuenta.core.password.PasswordPolicy;
import dev.cuenta.core.password.PasswordScheme;
import dev.cuenta.core.password.PasswordVerifier;
import dev.cuenta.core.problem.Problem;
import dev.cuenta.service.load.Turnstile;
import java.util.Arrays;
import java.util.Collection;
import java.util.EnumMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.concurrent.ConcurrentHashMap;
import java.util.concurrent.ConcurrentMap;
import org.springframework.stereotype.Component;

/**
 * The hook through which every password goes, whichever way it comes in. Each hash takes its memory for a moment; only so many
 * are made at once, and whoever would wait too long is asked to come back.
 */
@Component
public final class Passwords {
    private final PasswordScheme scheme;
    private final Map<HashFormat, PasswordVerifier> verifiers = new EnumMap<>(HashFormat.class);
    private final CommonPasswords common;
    private final Turnstile turnstile = new Turnstile(
            Math.max(2, Runtime.getRuntime().availableProcessors()), "Too many people are signing in just now.");
    /** Verified against when there is no account, so that the answer takes as long as when there is one. */
    private final ConcurrentMap<PasswordRules, String> decoys = new ConcurrentHashMap<>();

    Passwords(PasswordScheme scheme, List<PasswordVerifier> verifiers, CommonPasswords common) {
        this.scheme = scheme;
        verifiers.forEach(verifier -> this.verifiers.put(verifier.format(), verifier));
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
            return turnstile.pass(() -> scheme.hash(accepted, rules));
        } finally {
            Arrays.fill(accepted, ' ');
        }
    }

    /** Whether the password is the one behind the hash; as slow without a hash as with one. */
    public boolean verify(Optional<String> hash, String password, PasswordRules rules) {
        Optional<PasswordVerifier> verifier = hash.flatMap(HashFormat::of).map(verifiers::get);
        char[] given = PasswordPolicy.normal(password).toCharArray();
        try {
            return turnstile.pass(() -> verifier.map(it -> it.verify(hash.orElseThrow(), given))
                    .orElseGet(() -> verifyNothing(given, rules)));
        } finally {
            Arrays.fill(given, ' ');
        }
    }

    /** A hash that nothing here can verify is as good as none, and none takes as long as one. */
    private boolean verifyNothing(char[] given, PasswordRules rules) {
        scheme.verify(decoy(rules), given);
        return false;
    }

    /** A hash of our own in place of one that came from elsewhere; empty where there is no need. */
    public Optional<String> renewed(String hash, String password, PasswordRules rules) {
        if (HashFormat.of(hash).filter(format -> format == scheme.format()).isPresent()) {
            return Optional.empty();
        }
        char[] given = PasswordPolicy.normal(password).toCharArray();
        try {
            return Optional.of(turnstile.pass(() -> scheme.hash(given, rules)));
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
}
