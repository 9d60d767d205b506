package dev.cuenta.store.secret;

import dev.cuenta.core.account.NormalForm;
import dev.cuenta.core.model.Field;
import dev.cuenta.core.problem.Problem;
import dev.cuenta.core.problem.ProblemKind;
import dev.cuenta.store.statement.Json;
import java.nio.charset.StandardCharsets;
import java.security.GeneralSecurityException;
import java.security.SecureRandom;
import java.util.Arrays;
import java.util.HexFormat;
import javax.crypto.Cipher;
import javax.crypto.spec.GCMParameterSpec;
import org.jspecify.annotations.Nullable;

/**
 * Seals values of secret fields with AES-256-GCM (NIST SP 800-38D), each with a random nonce of 96 bits. What is stored is a version,
 * the key's id, the nonce, the ciphertext and its tag of 128 bits. A value is bound to its account: moved to another by hand, it
 * does not open.
 */
public final class Secrets {
    private static final byte VERSION = 1;
    private static final int NONCE = 12;
    private static final int TAG_BITS = 128;
    private static final int HEAD = 1 + SecretKey.ID_LENGTH;
    private static final SecureRandom RANDOM = new SecureRandom();

    private final SecretKeys keys;

    public Secrets(SecretKeys keys) {
        this.keys = keys;
    }

    /**
     * Seals with the current key.
     *
     * @param account the key of the account's row
     * @param value as the field's type has it; null stays null
     */
    public byte @Nullable [] seal(Field field, Object account, @Nullable Object value) {
        if (value == null) {
            return null;
        }
        if (value instanceof SealedValue held && held.belongsTo(account)) {
            return held.bytes();
        }
        Object plain = value instanceof SealedValue held ? held.open() : value;
        return seal(account, Json.MAPPER.writeValueAsBytes(field.type().write(plain)));
    }

    /**
     * A hash of a value under a key, by which it is found again: over the field's path and the value in its normal form. Whoever has the database alone can try out nothing.
     */
    public String lookup(SecretKey key, Field field, Object value) {
        String form = NormalForm.of(field, String.valueOf(field.type().write(value)));
        return HexFormat.of().formatHex(keyed(key, "cuenta lookup\0" + field.path() + "\0" + form));
    }

    /** HMAC-SHA-256 (RFC 2104) of a text. */
    public byte[] keyed(SecretKey key, String text) {
        return key.mac(text.getBytes(StandardCharsets.UTF_8));
    }

    public SecretKeys keys() {
        return keys;
    }

    /** Seals a text of an account that is no field's. */
    public byte[] sealText(Object account, String text) {
        return seal(account, text.getBytes(StandardCharsets.UTF_8));
    }

    /** Opens what {@link #sealText} sealed. */
    public String openText(Object account, byte[] bytes) {
        return new String(plain(account, bytes), StandardCharsets.UTF_8);
    }

    private byte[] seal(Object account, byte[] plain) {
        SecretKey key = keys.current();
        byte[] nonce = new byte[NONCE];
        RANDOM.nextBytes(nonce);
        byte[] head = new byte[HEAD];
        head[0] = VERSION;
        System.arraycopy(key.id().getBytes(StandardCharsets.US_ASCII), 0, head, 1, SecretKey.ID_LENGTH);
        byte[] text = crypt(Cipher.ENCRYPT_MODE, key, nonce, account, plain);
        byte[] bytes = Arrays.copyOf(head, HEAD + NONCE + text.length);
        System.arraycopy(nonce, 0, bytes, HEAD, NONCE);
        System.arraycopy(text, 0, bytes, HEAD + NONCE, text.length);
        return bytes;
    }

    /** A value as it comes out of its column. */
    public SealedValue stored(Field field, Object account, byte[] bytes) {
        return new SealedValue(this, field, account, bytes);
    }

    /** What a column holds, opened if it is sealed; null stays null. */
    public @Nullable Object opened(Field field, Object account, @Nullable Object stored) {
        return stored instanceof byte[] bytes ? open(field, account, bytes) : stored;
    }

    Object open(Field field, Object account, byte[] bytes) {
        Object raw = Json.MAPPER.readValue(plain(account, bytes), Object.class);
        return field.type().read(raw, field.limits()).value().orElse(raw);
    }

    private byte[] plain(Object account, byte[] bytes) {
        String id = keyOf(bytes);
        SecretKey key = keys.find(id)
                .orElseThrow(() -> Problem.of(
                        ProblemKind.UNAVAILABLE,
                        "The key " + id + ", which sealed this value, is not in the file of secret keys here."));
        return crypt(
                Cipher.DECRYPT_MODE,
                key,
                Arrays.copyOfRange(bytes, HEAD, HEAD + NONCE),
                account,
                Arrays.copyOfRange(bytes, HEAD + NONCE, bytes.length));
    }

    /** Seals with the current key what another one sealed. */
    public byte[] renewed(Object account, byte[] bytes) {
        return seal(account, plain(account, bytes));
    }

    /** The id of the key that sealed. */
    public static String keyOf(byte[] bytes) {
        if (bytes.length < HEAD + NONCE + TAG_BITS / 8 || bytes[0] != VERSION) {
            throw damaged();
        }
        return new String(bytes, 1, SecretKey.ID_LENGTH, StandardCharsets.US_ASCII);
    }

    private static byte[] crypt(int mode, SecretKey key, byte[] nonce, Object account, byte[] text) {
        try {
            Cipher cipher = Cipher.getInstance("AES/GCM/NoPadding");
            cipher.init(mode, key.key(), new GCMParameterSpec(TAG_BITS, nonce));
            cipher.updateAAD(account.toString().getBytes(StandardCharsets.UTF_8));
            return cipher.doFinal(text);
        } catch (GeneralSecurityException changed) {
            throw damaged();
        }
    }

    private static Problem damaged() {
        return Problem.of(
                ProblemKind.CONFLICT,
                "An encrypted value of this account was changed in the database, or belongs to another account. Restore it from a backup, or set it again.");
    }
}
