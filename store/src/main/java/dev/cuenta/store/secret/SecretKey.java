package dev.cuenta.store.secret;

import javax.crypto.spec.SecretKeySpec;

/**
 * A key of AES-256.
 *
 * @param id eight characters, which stand before each value that it sealed
 */
public record SecretKey(String id, SecretKeySpec key) {
    public static final int ID_LENGTH = 8;
    public static final int LENGTH = 32;

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

    @Override
    public String toString() {
        return "key " + id;
    }
}
