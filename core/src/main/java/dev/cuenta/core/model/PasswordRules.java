package dev.cuenta.core.model;

import java.util.Set;

/**
 * How passwords are hashed and which are accepted. {@code memoryKiB}, {@code iterations} and {@code parallelism} are those of
 * Argon2id (RFC 9106 section 4); lengths are in code points.
 *
 * @param history how many of an account's last passwords, the present one among them, cannot be chosen again; 0 for none
 * @param accept what hashes may come in that were made elsewhere, beside Argon2id
 */
public record PasswordRules(
        int memoryKiB,
        int iterations,
        int parallelism,
        int minLength,
        int maxLength,
        Set<Refusal> refuse,
        int history,
        Set<HashFormat> accept) {
    /** Sorts of passwords that are refused, whatever their length. */
    public enum Refusal {
        COMMON,
        CONTAINS_IDENTIFIER
    }

    /** The parameters that OWASP's password storage guidance names first for Argon2id. */
    public static final PasswordRules DEFAULT = new PasswordRules(
            19 * 1024, 2, 1, 10, 128, Set.of(Refusal.COMMON, Refusal.CONTAINS_IDENTIFIER), 0, Set.of());

    public PasswordRules {
        refuse = Set.copyOf(refuse);
        accept = Set.copyOf(accept);
    }
}
