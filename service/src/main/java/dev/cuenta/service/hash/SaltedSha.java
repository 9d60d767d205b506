package dev.cuenta.service.hash;

import dev.cuenta.core.model.HashFormat;
import dev.cuenta.core.password.RepeatableFormat;
import java.security.MessageDigest;
import java.security.NoSuchAlgorithmException;
import java.util.Arrays;
import java.util.Base64;
import java.util.Map;

/** What directories store: one digest of password and salt, both in Base64 behind the scheme's name in braces (RFC 2307). */
public final class SaltedSha implements RepeatableFormat {
    private record Digest(String name, int bytes) {}

    private static final Map<String, Digest> DIGESTS = Map.of(
            "{SHA}", new Digest("SHA-1", 20),
            "{SSHA}", new Digest("SHA-1", 20),
            "{SSHA256}", new Digest("SHA-256", 32),
            "{SSHA512}", new Digest("SHA-512", 64));

    @Override
    public HashFormat format() {
        return HashFormat.SALTED_SHA;
    }

    /** The scheme and the salt alone. */
    @Override
    public String setting(String hash) {
        String scheme = scheme(hash);
        byte[] stored = Base64.getDecoder().decode(hash.substring(scheme.length()));
        int digest = digest(scheme).bytes();
        if (stored.length < digest) {
            throw new IllegalArgumentException("Shorter than its digest");
        }
        return scheme + Base64.getEncoder().encodeToString(Arrays.copyOfRange(stored, digest, stored.length));
    }

    @Override
    public String again(String setting, char[] password) {
        String scheme = scheme(setting);
        byte[] salt = Base64.getDecoder().decode(setting.substring(scheme.length()));
        byte[] made = Bytes.of(password, bytes -> digested(digest(scheme).name(), bytes, salt));
        byte[] both = Arrays.copyOf(made, made.length + salt.length);
        System.arraycopy(salt, 0, both, made.length, salt.length);
        return scheme + Base64.getEncoder().encodeToString(both);
    }

    private static String scheme(String text) {
        return text.substring(0, text.indexOf('}') + 1);
    }

    private static Digest digest(String scheme) {
        Digest digest = DIGESTS.get(scheme);
        if (digest == null) {
            throw new IllegalArgumentException("Not a scheme of directories");
        }
        return digest;
    }

    private static byte[] digested(String name, byte[] password, byte[] salt) {
        try {
            MessageDigest digest = MessageDigest.getInstance(name);
            digest.update(password);
            return digest.digest(salt);
        } catch (NoSuchAlgorithmException everyPlatformHasIt) {
            throw new IllegalStateException(everyPlatformHasIt);
        }
    }
}
