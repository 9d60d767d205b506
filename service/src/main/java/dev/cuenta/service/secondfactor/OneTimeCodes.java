package dev.cuenta.service.secondfactor;

import com.eatthepath.otp.TimeBasedOneTimePasswordGenerator;
import java.net.URLEncoder;
import java.nio.charset.StandardCharsets;
import java.security.InvalidKeyException;
import java.security.MessageDigest;
import java.security.SecureRandom;
import java.time.Duration;
import java.time.Instant;
import java.util.OptionalLong;
import javax.crypto.spec.SecretKeySpec;
import org.apache.commons.codec.binary.Base32;
import org.springframework.stereotype.Component;

/**
 * One-time codes of six digits that change every thirty seconds (TOTP, RFC 6238, with HMAC-SHA-1 as every authenticator has it).
 * The step before and the one after count too: clocks differ, and people type (RFC 6238 section 5.2).
 */
@Component
final class OneTimeCodes {
    private static final Duration STEP = Duration.ofSeconds(30);
    private static final int TOLERANCE = 1;
    /** As long as the hash (RFC 4226 section 4, requirement 6). */
    private static final int SEED_BYTES = 20;

    private static final SecureRandom RANDOM = new SecureRandom();
    private final TimeBasedOneTimePasswordGenerator generator = new TimeBasedOneTimePasswordGenerator(STEP);

    /** A new seed in Base32. */
    static String newSeed() {
        byte[] seed = new byte[SEED_BYTES];
        RANDOM.nextBytes(seed);
        return new Base32().encodeToString(seed);
    }

    /**
     * The time step of a code that is right now.
     *
     * @param after codes of this step, and before it, were used
     */
    OptionalLong stepOf(String code, String seed, Instant now, long after) {
        long present = now.getEpochSecond() / STEP.toSeconds();
        OptionalLong found = OptionalLong.empty();
        for (long step = present - TOLERANCE; step <= present + TOLERANCE; step++) {
            boolean same = MessageDigest.isEqual(
                    code(seed, step).getBytes(StandardCharsets.US_ASCII), code.getBytes(StandardCharsets.UTF_8));
            if (same && step > after) {
                found = OptionalLong.of(step);
            }
        }
        return found;
    }

    String code(String seed, long step) {
        try {
            SecretKeySpec key = new SecretKeySpec(new Base32().decode(seed), generator.getAlgorithm());
            return generator.generateOneTimePasswordString(key, Instant.ofEpochSecond(step * STEP.toSeconds()));
        } catch (InvalidKeyException ourOwn) {
            throw new IllegalStateException(ourOwn);
        }
    }

    /** What authenticators read from a QR code. */
    static String uri(String issuer, String account, String seed) {
        return "otpauth://totp/" + encoded(issuer) + ":" + encoded(account) + "?secret=" + seed + "&issuer="
                + encoded(issuer);
    }

    private static String encoded(String text) {
        return URLEncoder.encode(text, StandardCharsets.UTF_8).replace("+", "%20");
    }
}
