package dev.cuenta.service.caller;

import java.nio.charset.StandardCharsets;
import java.security.MessageDigest;
import java.security.NoSuchAlgorithmException;
import java.security.SecureRandom;
import java.util.Base64;

/** Secrets that a caller shows. Each has 256 random bits, so a plain hash of it is enough to keep. */
public final class Tokens {
    public static final String INVITATION = "cuenta_invitation_";
    public static final String NO_INVITATION =
            "Is no open invitation: it was used, taken back, or is out of date. Ask for another one.";
    public static final String PROOF = "cuenta_proof_";
    public static final String NO_PROOF =
            "This link was used, is out of date, or was sent to an address that the account no longer has. Ask for another one.";
    /** Of a service's key; its name follows. */
    public static final String SERVICE = "cuenta_service_";

    public static final String SESSION = "cuenta_session_";
    static final String KEY = "cuenta_key_";
    private static final int BYTES = 32;
    private static final SecureRandom RANDOM = new SecureRandom();

    private Tokens() {}

    /** A new one; the prefix says what it is for. */
    public static String create(String prefix) {
        byte[] secret = new byte[BYTES];
        RANDOM.nextBytes(secret);
        return prefix + Base64.getUrlEncoder().withoutPadding().encodeToString(secret);
    }

    /** What of it is stored. */
    public static byte[] hash(String token) {
        try {
            return MessageDigest.getInstance("SHA-256").digest(token.getBytes(StandardCharsets.UTF_8));
        } catch (NoSuchAlgorithmException everyPlatformHasIt) {
            throw new IllegalStateException(everyPlatformHasIt);
        }
    }
}
