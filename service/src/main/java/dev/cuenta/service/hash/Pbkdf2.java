package dev.cuenta.service.hash;

import dev.cuenta.core.model.HashFormat;
import dev.cuenta.core.password.RepeatableFormat;
import java.nio.charset.StandardCharsets;
import java.security.GeneralSecurityException;
import java.util.Base64;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import javax.crypto.SecretKeyFactory;
import javax.crypto.spec.PBEKeySpec;

/**
 * PBKDF2 (RFC 8018 section 5.2), as two families of programs write it: {@code $pbkdf2-sha256$ROUNDS$SALT$HASH} in the Base64 of
 * the crypt libraries (a dot for the plus, no padding), and {@code pbkdf2_sha256$ROUNDS$SALT$HASH} with the salt as it is.
 */
public final class Pbkdf2 implements RepeatableFormat {
    private static final int MOST_ROUNDS = 10_000_000;
    private static final Pattern CRYPT =
            Pattern.compile("(?<setting>\\$pbkdf2[-a-z0-9]*\\$(?<rounds>\\d{1,8})\\$(?<salt>[A-Za-z0-9./]+))(\\$.*)?");
    private static final Pattern PLAIN =
            Pattern.compile("(?<setting>pbkdf2_sha\\d+\\$(?<rounds>\\d{1,8})\\$(?<salt>[^$]+))(\\$.*)?");

    private final HashFormat format;
    private final String function;
    private final int bytes;

    public Pbkdf2(HashFormat format, String function, int bytes) {
        this.format = format;
        this.function = function;
        this.bytes = bytes;
    }

    @Override
    public HashFormat format() {
        return format;
    }

    @Override
    public String setting(String hash) {
        return read(hash).group("setting");
    }

    @Override
    public String again(String setting, char[] password) {
        Matcher parts = read(setting);
        boolean crypt = setting.startsWith("$");
        String salt = parts.group("salt");
        int rounds = Integer.parseInt(parts.group("rounds"));
        if (rounds < 1 || rounds > MOST_ROUNDS) {
            throw new IllegalArgumentException("Rounds out of range");
        }
        byte[] made = made(password, crypt ? decoded(salt) : salt.getBytes(StandardCharsets.UTF_8), rounds);
        return parts.group("setting") + "$"
                + (crypt ? encoded(made) : Base64.getEncoder().encodeToString(made));
    }

    private static Matcher read(String text) {
        Matcher matcher = (text.startsWith("$") ? CRYPT : PLAIN).matcher(text);
        if (!matcher.matches()) {
            throw new IllegalArgumentException("Not a PBKDF2 hash");
        }
        return matcher;
    }

    private byte[] made(char[] password, byte[] salt, int rounds) {
        PBEKeySpec key = new PBEKeySpec(password, salt, rounds, bytes * Byte.SIZE);
        try {
            return SecretKeyFactory.getInstance("PBKDF2WithHmac" + function)
                    .generateSecret(key)
                    .getEncoded();
        } catch (GeneralSecurityException everyPlatformHasIt) {
            throw new IllegalStateException(everyPlatformHasIt);
        } finally {
            key.clearPassword();
        }
    }

    private static byte[] decoded(String text) {
        return Base64.getDecoder().decode(text.replace('.', '+'));
    }

    private static String encoded(byte[] bytes) {
        return Base64.getEncoder().withoutPadding().encodeToString(bytes).replace('+', '.');
    }
}
