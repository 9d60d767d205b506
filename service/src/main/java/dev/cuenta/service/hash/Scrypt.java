package dev.cuenta.service.hash;

import dev.cuenta.core.model.HashFormat;
import dev.cuenta.core.password.RepeatableFormat;
import java.nio.charset.StandardCharsets;
import java.util.Base64;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import org.bouncycastle.crypto.generators.SCrypt;

/**
 * scrypt (RFC 7914), as {@code $scrypt$ln=16,r=8,p=1$SALT$HASH} with Base64 without padding, and as the crypt libraries' {@code
 * $7$}, whose numbers and bytes are in their own Base64, least bits first.
 */
public final class Scrypt implements RepeatableFormat {
    private static final int BYTES = 32;
    private static final int MOST_MEMORY = 1 << 28;
    private static final String DIGITS = "./0123456789ABCDEFGHIJKLMNOPQRSTUVWXYZabcdefghijklmnopqrstuvwxyz";
    private static final int DIGIT_BITS = 6;
    private static final Pattern PHC = Pattern.compile(
            "(?<setting>\\$scrypt\\$ln=(?<ln>\\d{1,2}),r=(?<r>\\d{1,3}),p=(?<p>\\d{1,3})\\$(?<salt>[A-Za-z0-9+/]+))(\\$.*)?");
    private static final Pattern CRYPT = Pattern.compile(
            "(?<setting>\\$7\\$(?<ln>[./0-9A-Za-z])(?<r>[./0-9A-Za-z]{5})(?<p>[./0-9A-Za-z]{5})(?<salt>[./0-9A-Za-z]*))(\\$.*)?");

    @Override
    public HashFormat format() {
        return HashFormat.SCRYPT;
    }

    @Override
    public String setting(String hash) {
        return read(hash).group("setting");
    }

    @Override
    public String again(String setting, char[] password) {
        Matcher parts = read(setting);
        String salt = parts.group("salt");
        return parts.group("setting") + "$"
                + (setting.startsWith("$7$")
                        ? encoded(made(
                                password,
                                salt.getBytes(StandardCharsets.US_ASCII),
                                DIGITS.indexOf(parts.group("ln")),
                                number(parts.group("r")),
                                number(parts.group("p"))))
                        : Base64.getEncoder()
                                .withoutPadding()
                                .encodeToString(made(
                                        password,
                                        Base64.getDecoder().decode(salt),
                                        Integer.parseInt(parts.group("ln")),
                                        Integer.parseInt(parts.group("r")),
                                        Integer.parseInt(parts.group("p")))));
    }

    private static Matcher read(String text) {
        Matcher matcher = (text.startsWith("$7$") ? CRYPT : PHC).matcher(text);
        if (!matcher.matches()) {
            throw new IllegalArgumentException("Not an scrypt hash");
        }
        return matcher;
    }

    /** Refuses what would take more than 256 MiB: a hash from elsewhere must not take the service's memory. */
    private static byte[] made(char[] password, byte[] salt, int log, int blocks, int parallel) {
        if (log < 1 || log > 24 || ((128L * blocks * parallel) << log) > MOST_MEMORY) {
            throw new IllegalArgumentException("Parameters out of range");
        }
        return Bytes.of(password, bytes -> SCrypt.generate(bytes, salt, 1 << log, blocks, parallel, BYTES));
    }

    private static int number(String digits) {
        int number = 0;
        for (int i = digits.length() - 1; i >= 0; i--) {
            number = (number << DIGIT_BITS) + DIGITS.indexOf(digits.charAt(i));
        }
        return number;
    }

    private static String encoded(byte[] bytes) {
        StringBuilder text = new StringBuilder();
        int held = 0;
        int bits = 0;
        for (byte each : bytes) {
            held |= (each & 0xff) << bits;
            bits += Byte.SIZE;
            // Three bytes make four digits; what is left at the end makes as many as it needs.
            if (bits == 3 * Byte.SIZE) {
                digits(held, bits, text);
                held = 0;
                bits = 0;
            }
        }
        digits(held, bits, text);
        return text.toString();
    }

    private static void digits(int held, int bits, StringBuilder text) {
        for (int done = 0; done < bits; done += DIGIT_BITS) {
            text.append(DIGITS.charAt((held >> done) & ((1 << DIGIT_BITS) - 1)));
        }
    }
}
