package dev.cuenta.store.secret;

import java.security.GeneralSecurityException;
import javax.crypto.Mac;
import javax.crypto.spec.SecretKeySpec;

/**
 * A key of AES-256.
 *
 * @param id eight characters, which stand before each value that it sealed
 */
public record SecretKey(String id, SecretKeySpec key) {
    public static final int ID_LENGTH = 8;
    public static final int LENGTH = 32;

    private static final String MAC = "HmacSHA256";

    /**
     * The key of these bytes.
     *
     * @throws IllegalArgumentException when there are not 32 of them, or the id has not eight characters
     */
    public static SecretKey of(String id, byte[] bytes) {
        if (id.length() != ID_LENGTH || bytes.length != LENGTH) {
            throw new IllegalArgumentException("A key has an id of 8 characters and 32 bytes.");
        }
        return new SecretKey(id, new SecretKeySpec(bytes, "AES"));
    }

    /** HMAC-SHA-256 (RFC 2104) under the key: only whoever has it makes it. */
    public byte[] mac(byte[] text) {
        try {
            Mac mac = Mac.getInstance(MAC);
            mac.init(new SecretKeySpec(key.getEncoded(), MAC));
            return mac.doFinal(text);
        } catch (GeneralSecurityException everyPlatformHasIt) {
            throw new IllegalStateException(everyPlatformHasIt);
        }
    }

    @Override
    public String toString() {
        return "key " + id;
    }
}
