package dev.cuenta.service.password;

import dev.cuenta.core.model.HashFormat;
import dev.cuenta.core.model.PasswordRules;
import dev.cuenta.core.password.CommonPasswords;
import dev.cuenta.core.password.OwnRule;
import dev.cuenta.core.password.PasswordPolicy;
import dev.cuenta.core.password.PasswordScheme;
import dev.cuenta.core.password.PasswordVerifier;
import dev.cuenta.core.password.RepeatableFormat;
import dev.cuenta.core.problem.Problem;
import dev.cuenta.core.problem.Violation;
import dev.cuenta.service.hash.Bcrypt;
import dev.cuenta.service.hash.Pbkdf2;
import dev.cuenta.service.hash.SaltedSha;
import dev.cuenta.service.hash.Scrypt;
import dev.cuenta.service.hash.UnixCrypt;
import dev.cuenta.service.hash.Wrapping;
import dev.cuenta.service.load.Lane;
import dev.cuenta.service.load.Turnstile;
import java.nio.CharBuffer;
import java.text.Normalizer;
import java.util.Arrays;
import java.util.Collection;
import java.util.EnumMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.concurrent.ConcurrentHashMap;
import java.util.concurrent.ConcurrentMap;
import java.util.function.Supplier;
import org.springframework.stereotype.Component;

/**
 * The hook through which every password goes, whichever way it comes in. Each hash takes its memory for a moment; only so many
 * are made at once, and whoever would wait too long is asked to come back.
 */
@Component
public final class Passwords {
    /** What others stored. One more is a class and a line here. */
    private static final List<RepeatableFormat> REPEATABLE = List.of(
            new Pbkdf2(HashFormat.PBKDF2_SHA1, "SHA1", 20),
            new Pbkdf2(HashFormat.PBKDF2_SHA256, "SHA256", 32),
            new Pbkdf2(HashFormat.PBKDF2_SHA512, "SHA512", 64),
            new Scrypt(),
            UnixCrypt.sha256(),
            UnixCrypt.sha512(),
            UnixCrypt.md5(),
            new SaltedSha());

    private static final String SIGNING_IN = "Too many people are signing in just now.";

    private final PasswordScheme scheme;
    private final Wrapping wrapping;
    private final Map<HashFormat, PasswordVerifier> verifiers = new EnumMap<>(HashFormat.class);
    private static final int AT_ONCE = Math.max(2, Runtime.getRuntime().availableProcessors());
    /** With those of the other lanes under half of the threads that answer requests: reading goes on. */
    private static final int WAITING = 16;

    private static final int STRANGERS_WAITING = 6;
    private static final int ESTIMATES_WAITING = 3;
    private static final int NICE = 10;
    private static final int NICER = 14;

    private final CommonPasswords common;
    private final OwnRule ownRule;
    private final Map<Familiarity, Lane> lanes = new EnumMap<>(Map.of(
            Familiarity.KNOWN, new Lane("hashing", AT_ONCE, WAITING, NICE, SIGNING_IN),
            Familiarity.UNKNOWN, new Lane("hashing-unknown", 1, STRANGERS_WAITING, NICER, SIGNING_IN),
            Familiarity.NEW,
                    new Lane("hashing-new", 1, STRANGERS_WAITING, NICER, "Too many people are signing up just now.")));
    private final Turnstile estimates =
            new Turnstile(1, ESTIMATES_WAITING, "Too many people are choosing passwords just now.");
    /** Verified against when there is no account, so that the answer takes as long as when there is one. */
    private final ConcurrentMap<PasswordRules, String> decoys = new ConcurrentHashMap<>();

    Passwords(PasswordScheme scheme, CommonPasswords common, OwnRule ownRule) {
        this.ownRule = ownRule;
        this.scheme = scheme;
        this.wrapping = new Wrapping(scheme, REPEATABLE);
        this.common = common;
        REPEATABLE.forEach(this::add);
        List.of(scheme, wrapping, new Bcrypt()).forEach(this::add);
    }

    private void add(PasswordVerifier verifier) {
        verifiers.put(verifier.format(), verifier);
    }

    /** Checks a new password and hashes it, for somebody who is known. */
    public String hash(String password, PasswordRules rules, Collection<String> identifiers) {
        return hash(Familiarity.KNOWN, password, rules, identifiers);
    }

    /**
     * Checks a new password and hashes it.
     *
     * @param identifiers what the account signs in with
     * @return a PHC string
     * @throws Problem INVALID for a password that the policy refuses
     */
    public String hash(Familiarity familiarity, String password, PasswordRules rules, Collection<String> identifiers) {
        char[] accepted = new PasswordPolicy(rules, common).accept(password, identifiers);
        try {
            ownRule.refusal(PasswordPolicy.normal(password), identifiers).ifPresent(detail -> {
                throw Problem.invalid("/password", "ownRule", detail);
            });
            return lane(familiarity).pass(() -> scheme.hash(accepted, rules));
        } finally {
            Arrays.fill(accepted, ' ');
        }
    }

    /** What is to be said of a password that somebody is about to choose. */
    public record Assessment(Strength strength, List<Violation> violations) {}

    /** Without the team's own rule, which is asked only about passwords that are chosen. */
    public Assessment assess(String password, PasswordRules rules, Collection<String> identifiers) {
        List<Violation> violations = new PasswordPolicy(rules, common).violations(password, identifiers);
        return new Assessment(estimates.pass(() -> Strength.of(password, identifiers)), violations);
    }

    /**
     * Refuses a password that the account had before.
     *
     * @param former its last passwords' hashes
     * @throws Problem INVALID
     */
    public void refuseFormer(String password, PasswordRules rules, Collection<String> former) {
        if (former.stream().anyMatch(hash -> verify(Optional.of(hash), password, rules))) {
            throw Problem.invalid(
                    "/password", "former", "Is one of your last " + rules.history() + " passwords. Choose another.");
        }
    }

    /**
     * Refuses at once where too many wait for a hash already.
     *
     * @throws Problem UNAVAILABLE
     */
    public void requireRoom(Familiarity familiarity) {
        lane(familiarity).requireRoom();
    }

    /** How many passwords are being hashed now for askers of the sort, or wait for it. */
    public int occupied(Familiarity familiarity) {
        return lane(familiarity).occupied();
    }

    private Lane lane(Familiarity familiarity) {
        return Objects.requireNonNull(lanes.get(familiarity));
    }

    /** Whether the password is the one behind the hash, for somebody who is known. */
    public boolean verify(Optional<String> hash, String password, PasswordRules rules) {
        return verify(Familiarity.KNOWN, hash, password, rules);
    }

    /** Whether the password is the one behind the hash; as slow without a hash as with one. */
    public boolean verify(Familiarity familiarity, Optional<String> hash, String password, PasswordRules rules) {
        Optional<PasswordVerifier> verifier = hash.flatMap(HashFormat::of).map(verifiers::get);
        char[] given = PasswordPolicy.normal(password).toCharArray();
        char[] typed = password.toCharArray();
        try {
            return lane(familiarity)
                    .pass(() -> verifier.filter(it -> it.verify(hash.orElseThrow(), given)
                                            || verifiesAsTyped(it, hash.orElseThrow(), typed))
                                    .isPresent()
                            || (verifier.filter(it -> it.format().isOurs()).isEmpty() && verifyNothing(given, rules)));
        } finally {
            Arrays.fill(given, ' ');
            Arrays.fill(typed, ' ');
        }
    }

    private <T> T hashing(Supplier<T> work) {
        return lane(Familiarity.KNOWN).pass(work);
    }

    /** Other programs hashed what was typed. */
    private static boolean verifiesAsTyped(PasswordVerifier verifier, String hash, char[] typed) {
        return verifier.format() != HashFormat.ARGON2ID
                && !Normalizer.isNormalized(CharBuffer.wrap(typed), Normalizer.Form.NFKC)
                && verifier.verify(hash, typed);
    }

    /** None takes as long as one of our own, and a wrong password of somebody with a cheaper hash does too. */
    private boolean verifyNothing(char[] given, PasswordRules rules) {
        scheme.verify(decoy(rules), given);
        return false;
    }

    /**
     * What is kept of a hash that comes from elsewhere: one that is cheap to try out goes inside one of our own.
     *
     * @throws IllegalArgumentException for a text that only begins like a hash
     */
    public String kept(String hash, PasswordRules rules) {
        boolean weak = HashFormat.of(hash).filter(HashFormat::isWeak).isPresent();
        return weak ? hashing(() -> wrapping.wrap(hash, rules)) : hash;
    }

    /** A hash of our own in place of one that came from elsewhere or is weaker than the model's; empty where there is no need. */
    public Optional<String> renewed(String hash, String password, PasswordRules rules) {
        if (HashFormat.of(hash).filter(format -> format == scheme.format()).isPresent()
                && !scheme.isWeaker(hash, rules)) {
            return Optional.empty();
        }
        char[] given = PasswordPolicy.normal(password).toCharArray();
        try {
            return Optional.of(hashing(() -> scheme.hash(given, rules)));
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
