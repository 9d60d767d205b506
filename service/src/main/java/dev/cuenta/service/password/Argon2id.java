package dev.cuenta.service.password;

import de.mkammerer.argon2.Argon2;
import de.mkammerer.argon2.Argon2Factory;
import dev.cuenta.core.model.HashFormat;
import dev.cuenta.core.model.PasswordRules;
import dev.cuenta.core.password.PasswordScheme;

/** Argon2id (RFC 9106) by the C reference library. */
public final class Argon2id implements PasswordScheme {
    private final Argon2 argon2 = Argon2Factory.create(Argon2Factory.Argon2Types.ARGON2id);

    @Override
    public HashFormat format() {
        return HashFormat.ARGON2ID;
    }

    @Override
    public String hash(char[] password, PasswordRules rules) {
        return argon2.hash(rules.iterations(), rules.memoryKiB(), rules.parallelism(), password);
    }

    @Override
    public boolean verify(String hash, char[] password) {
        return argon2.verify(hash, password);
    }
}
