package dev.cuenta.core.password;

import dev.cuenta.core.model.PasswordRules;

/** Hashes and verifies passwords. */
public interface PasswordScheme extends PasswordVerifier {
    /** A PHC string with everything that {@link #verify} needs. */
    String hash(char[] password, PasswordRules rules);

    /** Whether a hash of this scheme was made with less than the rules ask for. */
    boolean isWeaker(String hash, PasswordRules rules);
}
