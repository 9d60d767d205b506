package dev.cuenta.service.hash;

import de.mkammerer.argon2.Argon2Advanced;
import de.mkammerer.argon2.Argon2Factory;
import de.mkammerer.argon2.Argon2Version;
import dev.cuenta.core.model.HashFormat;
import dev.cuenta.core.model.PasswordRules;
import dev.cuenta.core.password.PasswordScheme;
import dev.cuenta.core.problem.Problem;
import dev.cuenta.core.problem.ProblemKind;
import dev.cuenta.store.secret.SecretKey;
import java.security.MessageDigest;
import java.util.Arrays;
import java.util.Base64;
import java.util.HexFormat;
import java.util.Optional;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import org.jspecify.annotations.Nullable;

/**
 * Argon2id (RFC 9106) by the C reference library. A hash into which a pepper went says which one: {@code keyid}, as the PHC string
 * format has it for Argon2.
 */
public final class Argon2id implements PasswordScheme {
    private static final Pattern FORM = Pattern.compile(
            "\\$argon2id\\$v=19\\$m=(?<memory>\\d{1,9}),t=(?<iterations>\\d{1,9}),"
                    + "p=(?<parallelism>\\d{1,3})(,keyid=(?<pepper>[A-Za-z0-9+/]{6}))?(\\$(?<salt>[^$]+)\\$(?<digest>[^$]+)|\\$?)");
    private static final int DIGEST = 32;
    private static final Base64.Encoder ENCODER = Base64.getEncoder().withoutPadding();

    private final Argon2Advanced argon2 = Argon2Factory.createAdvanced(Argon2Factory.Argon2Types.ARGON2id);
    private final Peppers peppers;

    public Argon2id(Peppers peppers) {
        this.peppers = peppers;
    }

    @Override
    public HashFormat format() {
        return HashFormat.ARGON2ID;
    }

    @Override
    public String hash(char[] password, PasswordRules rules) {
        Optional<SecretKey> pepper = peppers.current();
        byte[] salt = argon2.generateSalt();
        byte[] digest = digest(
                rules.iterations(),
                rules.memoryKiB(),
                rules.parallelism(),
                password,
                salt,
                pepper.orElse(null),
                DIGEST);
        return "$argon2id$v=19$m=" + rules.memoryKiB() + ",t=" + rules.iterations() + ",p=" + rules.parallelism()
                + pepper.map(key -> ",keyid=" + spelt(key.id())).orElse("") + "$" + ENCODER.encodeToString(salt) + "$"
                + ENCODER.encodeToString(digest);
    }

    private byte[] digest(
            int iterations,
            int memory,
            int parallelism,
            char[] password,
            byte[] salt,
            @Nullable SecretKey pepper,
            int length) {
        byte @Nullable [] secret = pepper == null ? null : pepper.key().getEncoded();
        try {
            return Bytes.of(
                    password,
                    bytes -> argon2.rawHashAdvanced(
                            iterations, memory, parallelism, bytes, salt, secret, null, length, Argon2Version.V13));
        } finally {
            if (secret != null) {
                Arrays.fill(secret, (byte) 0);
            }
        }
    }

    @Override
    public boolean isWeaker(String hash, PasswordRules rules) {
        Matcher form = FORM.matcher(hash);
        return !form.matches()
                || Integer.parseInt(form.group("memory")) < rules.memoryKiB()
                || Integer.parseInt(form.group("iterations")) < rules.iterations()
                || !pepperOf(hash).equals(peppers.current().map(SecretKey::id));
    }

    /** The id of the pepper that went into a hash. */
    public static Optional<String> pepperOf(String hash) {
        Matcher form = FORM.matcher(hash);
        return form.matches() ? Optional.ofNullable(form.group("pepper")).map(Argon2id::read) : Optional.empty();
    }

    private static String spelt(String id) {
        return ENCODER.encodeToString(HexFormat.of().parseHex(id));
    }

    private static String read(String spelt) {
        return HexFormat.of().formatHex(Base64.getDecoder().decode(spelt));
    }

    /** @throws Problem UNAVAILABLE when the pepper that went into the hash is not at hand */
    @Override
    public boolean verify(String hash, char[] password) {
        Matcher form = FORM.matcher(hash);
        if (!form.matches() || form.group("digest") == null) {
            return false;
        }
        SecretKey pepper =
                Optional.ofNullable(form.group("pepper")).map(this::needed).orElse(null);
        try {
            byte[] expected = Base64.getDecoder().decode(form.group("digest"));
            byte[] made = digest(
                    Integer.parseInt(form.group("iterations")),
                    Integer.parseInt(form.group("memory")),
                    Integer.parseInt(form.group("parallelism")),
                    password,
                    Base64.getDecoder().decode(form.group("salt")),
                    pepper,
                    expected.length);
            return MessageDigest.isEqual(made, expected);
        } catch (IllegalArgumentException | IllegalStateException notOfTheFormat) {
            return false;
        }
    }

    private SecretKey needed(String spelt) {
        return peppers.find(read(spelt))
                .orElseThrow(() -> Problem.of(
                        ProblemKind.UNAVAILABLE,
                        "The pepper " + read(spelt) + ", which went into this password's hash, is not at hand here."));
    }
}
