package dev.cuenta.core.password;

import java.nio.charset.StandardCharsets;
import java.security.MessageDigest;

/**
 * A format in which the same salt and parameters make the same hash again. So a hash of it can also be put inside another one:
 * what is kept then is only its setting.
 */
public interface RepeatableFormat extends PasswordVerifier {
    /**
     * A hash without what was computed from the password: its salt and parameters.
     *
     * @throws IllegalArgumentException for a text that is not of the format
     */
    String setting(String hash);

    /** The hash that the password has with the setting. The caller keeps the array and clears it. */
    String again(String setting, char[] password);

    /** In the same time for every password; a text that only begins as the format does is nobody's hash. */
    @Override
    default boolean verify(String hash, char[] password) {
        try {
            byte[] made = again(setting(hash), password).getBytes(StandardCharsets.UTF_8);
            return MessageDigest.isEqual(made, hash.getBytes(StandardCharsets.UTF_8));
        } catch (IllegalArgumentException notOfTheFormat) {
            return false;
        }
    }
}
