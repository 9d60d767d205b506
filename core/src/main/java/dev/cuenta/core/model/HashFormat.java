package dev.cuenta.core.model;

import com.google.common.collect.ImmutableList;
import java.util.Arrays;
import java.util.Collections;
import java.util.EnumSet;
import java.util.Optional;
import java.util.Set;

/** How a stored password hash was made, as far as its own prefix tells. */
public enum HashFormat {
    ARGON2ID("argon2id", "$argon2id$"),
    BCRYPT("bcrypt", "$2a$", "$2b$", "$2y$"),
    SCRYPT("scrypt", "$scrypt$", "$7$"),
    PBKDF2_SHA1("pbkdf2-sha1", "$pbkdf2$", "$pbkdf2-sha1$", "pbkdf2_sha1$"),
    PBKDF2_SHA256("pbkdf2-sha256", "$pbkdf2-sha256$", "pbkdf2_sha256$"),
    PBKDF2_SHA512("pbkdf2-sha512", "$pbkdf2-sha512$", "pbkdf2_sha512$"),
    SHA256_CRYPT("sha256-crypt", "$5$"),
    SHA512_CRYPT("sha512-crypt", "$6$"),
    MD5_CRYPT("md5-crypt", "$1$", "$apr1$"),
    SALTED_SHA("salted-sha", "{SSHA}", "{SSHA256}", "{SSHA512}", "{SHA}"),
    /** A weak hash inside one of our own. */
    WRAPPED("wrapped", "$wrapped$");

    /** Those that are ours, and come in whatever the model says. */
    private static final Set<HashFormat> OURS = EnumSet.of(ARGON2ID, WRAPPED);

    /** Those that are so cheap to try out that they must not be at rest. */
    private static final Set<HashFormat> WEAK = EnumSet.of(MD5_CRYPT, SALTED_SHA);

    /** Those that may come in from elsewhere, are verified at sign-in and then made anew; in their order here. */
    public static final Set<HashFormat> ACCEPTABLE =
            Collections.unmodifiableSet(EnumSet.complementOf(EnumSet.copyOf(OURS)));

    private final String text;
    private final ImmutableList<String> prefixes;

    HashFormat(String text, String... prefixes) {
        this.text = text;
        this.prefixes = ImmutableList.copyOf(prefixes);
    }

    /** Empty for what carries no prefix that is known. */
    public static Optional<HashFormat> of(String hash) {
        return Arrays.stream(values())
                .filter(format -> format.prefixes.stream().anyMatch(hash::startsWith))
                .findFirst();
    }

    public static Optional<HashFormat> named(String name) {
        return Arrays.stream(values())
                .filter(format -> format.text.equals(name))
                .findFirst();
    }

    public boolean isOurs() {
        return OURS.contains(this);
    }

    /** Whether a hash of it is put inside one of our own when it comes in. */
    public boolean isWeak() {
        return WEAK.contains(this);
    }

    /** As model files spell it. */
    @Override
    public String toString() {
        return text;
    }
}
