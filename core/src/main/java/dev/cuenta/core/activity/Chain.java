package dev.cuenta.core.activity;

import java.nio.charset.StandardCharsets;
import java.security.MessageDigest;
import java.security.NoSuchAlgorithmException;
import java.time.temporal.ChronoUnit;
import org.jspecify.annotations.Nullable;

/**
 * Binds each entry to all before it, by SHA-256: whoever changes, takes out or puts in one would have to write every later link
 * anew, and the last one no longer is what somebody noted.
 */
public final class Chain {
    private Chain() {}

    /** What the first entry follows. */
    public static byte[] begin() {
        return new byte[32];
    }

    /** The link of an entry that follows the one with that link. */
    public static byte[] link(byte[] previous, Entry entry) {
        try {
            MessageDigest digest = MessageDigest.getInstance("SHA-256");
            digest.update(previous);
            add(digest, String.valueOf(entry.number()));
            add(digest, entry.at().truncatedTo(ChronoUnit.MICROS).toString());
            add(digest, entry.action());
            add(digest, entry.account());
            add(digest, entry.person());
            add(digest, entry.service());
            add(digest, entry.via());
            add(digest, entry.address());
            add(digest, entry.tenant());
            add(digest, entry.details());
            return digest.digest();
        } catch (NoSuchAlgorithmException everyPlatformHasIt) {
            throw new IllegalStateException(everyPlatformHasIt);
        }
    }

    /** With its length before it, so that no two entries read alike; -1 for what is not there. */
    private static void add(MessageDigest digest, @Nullable Object value) {
        String text = value == null ? "" : value.toString();
        String length = value == null ? "-1" : String.valueOf(text.length());
        digest.update((length + ":" + text).getBytes(StandardCharsets.UTF_8));
    }
}
