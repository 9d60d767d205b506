package dev.cuenta.core.password;

import dev.cuenta.core.model.HashFormat;

/** Verifies passwords against hashes of one format. The caller keeps the array and clears it. */
public interface PasswordVerifier {
    HashFormat format();

    boolean verify(String hash, char[] password);
}
