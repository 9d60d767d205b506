package dev.cuenta.service.hash;

import dev.cuenta.core.model.HashFormat;
import dev.cuenta.core.model.PasswordRules;
import dev.cuenta.core.password.PasswordScheme;
import dev.cuenta.core.password.PasswordVerifier;
import dev.cuenta.core.password.RepeatableFormat;
import java.nio.charset.StandardCharsets;
import java.util.Base64;
import java.util.EnumMap;
import java.util.List;
import java.util.Map;

/**
 * Puts a weak hash inside one of our own, so that it is never at rest: {@code $wrapped$SETTING$} and the hash of the old hash.
 * At sign-in the old hash is made again from the setting and verified against the outer one.
 */
public final class Wrapping implements PasswordVerifier {
    private static final String PREFIX = "$wrapped$";

    private final PasswordScheme scheme;
    private final Map<HashFormat, RepeatableFormat> formats = new EnumMap<>(HashFormat.class);

    public Wrapping(PasswordScheme scheme, List<RepeatableFormat> formats) {
        this.scheme = scheme;
        formats.forEach(format -> this.formats.put(format.format(), format));
    }

    @Override
    public HashFormat format() {
        return HashFormat.WRAPPED;
    }

    /**
     * The hash inside one of our own.
     *
     * @throws IllegalArgumentException for a text that is not of its format
     */
    public String wrap(String hash, PasswordRules rules) {
        String setting = HashFormat.of(hash)
                .map(formats::get)
                .orElseThrow(() -> new IllegalArgumentException("No format that can be wrapped"))
                .setting(hash);
        return PREFIX
                + Base64.getUrlEncoder().withoutPadding().encodeToString(setting.getBytes(StandardCharsets.UTF_8))
                + scheme.hash(hash.toCharArray(), rules);
    }

    @Override
    public boolean verify(String hash, char[] password) {
        int outer = hash.indexOf('$', PREFIX.length());
        if (outer < 0) {
            return false;
        }
        try {
            String setting = new String(
                    Base64.getUrlDecoder().decode(hash.substring(PREFIX.length(), outer)), StandardCharsets.UTF_8);
            return HashFormat.of(setting)
                    .map(formats::get)
                    .filter(format -> scheme.verify(
                            hash.substring(outer),
                            format.again(setting, password).toCharArray()))
                    .isPresent();
        } catch (IllegalArgumentException notOfTheFormat) {
            return false;
        }
    }
}
