package dev.cuenta.service.password;

import de.mkammerer.argon2.Argon2;
import de.mkammerer.argon2.Argon2Factory;
import dev.cuenta.core.model.HashFormat;
import dev.cuenta.core.model.PasswordRules;
import dev.cuenta.core.password.PasswordScheme;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/** Argon2id (RFC 9106) by the C reference library. */
public final class Argon2id implements PasswordScheme {
    private static final Pattern PARAMETERS =
            Pattern.compile("\\$argon2id\\$v=19\\$m=(?<memory>\\d{1,9}),t=(?<iterations>\\d{1,9}),");

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
    public boolean isWeaker(String hash, PasswordRules rules) {
        Matcher matcher = PARAMETERS.matcher(hash);
        return !matcher.lookingAt()
                || Integer.parseInt(matcher.group("memory")) < rules.memoryKiB()
                || Integer.parseInt(matcher.group("iterations")) < rules.iterations();
    }

    @Override
    public boolean verify(String hash, char[] password) {
        return argon2.verify(hash, password);
    }
}
