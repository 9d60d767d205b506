package dev.cuenta.core.password;

import dev.cuenta.core.model.PasswordRules;

/** Hashes and verifies passwords. The caller keeps the array and clears it. */
public interface PasswordScheme {
    /** A PHC string with everything that {@link #verify} needs. */
    String hash(char[] password, PasswordRules rules);

    boolean verify(String hash, char[] password);
}
