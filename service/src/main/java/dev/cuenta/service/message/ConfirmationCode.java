package dev.cuenta.service.message;

import dev.cuenta.core.account.AccountId;
import dev.cuenta.core.model.FieldPath;
import dev.cuenta.service.session.Tokens;
import java.security.SecureRandom;
import java.time.Duration;

/** Six digits by which somebody proves that a telephone is theirs. Few enough to be typed, so tries are counted. */
public final class ConfirmationCode {
    static final Duration GOOD_FOR = Duration.ofMinutes(10);

    private static final int BOUND = 1_000_000;
    private static final SecureRandom RANDOM = new SecureRandom();

    private ConfirmationCode() {}

    static String create() {
        return "%06d".formatted(RANDOM.nextInt(BOUND));
    }

    /** What of it is stored: good for this account's field and no other. */
    public static byte[] hash(AccountId account, FieldPath field, String code) {
        return Tokens.hash("code\0" + account.text() + "\0" + field + "\0" + code.strip());
    }
}
