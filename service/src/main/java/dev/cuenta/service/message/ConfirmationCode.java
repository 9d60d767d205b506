package dev.cuenta.service.message;

import dev.cuenta.core.account.AccountId;
import dev.cuenta.core.model.FieldPath;
import dev.cuenta.store.secret.SecretKey;
import dev.cuenta.store.secret.Secrets;
import java.security.SecureRandom;
import java.time.Duration;
import java.util.List;

/** Six digits by which somebody proves that a telephone is theirs. Few enough to be typed, so tries are counted. */
public final class ConfirmationCode {
    static final Duration GOOD_FOR = Duration.ofMinutes(10);

    private static final int BOUND = 1_000_000;
    private static final SecureRandom RANDOM = new SecureRandom();

    private ConfirmationCode() {}

    static String create() {
        return "%06d".formatted(RANDOM.nextInt(BOUND));
    }

    /**
     * What of it is stored: good for this account's field and no other, and hashed with the installation's key, since whoever has
     * the database alone would soon have tried a million.
     */
    static byte[] hash(Secrets secrets, AccountId account, FieldPath field, String code) {
        return hash(secrets, secrets.keys().current(), account, field, code);
    }

    /** What may be stored of it: the key may have been changed since it was sent. */
    public static List<byte[]> hashes(Secrets secrets, AccountId account, FieldPath field, String code) {
        return secrets.keys().all().stream()
                .map(key -> hash(secrets, key, account, field, code))
                .toList();
    }

    private static byte[] hash(Secrets secrets, SecretKey key, AccountId account, FieldPath field, String code) {
        return secrets.keyed(key, "cuenta code\0" + account.text() + "\0" + field + "\0" + code.strip());
    }
}
