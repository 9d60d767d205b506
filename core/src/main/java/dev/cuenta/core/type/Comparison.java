package dev.cuenta.core.type;

import java.util.Arrays;
import java.util.EnumSet;
import java.util.Locale;
import java.util.Optional;
import java.util.Set;

/** The comparison operators of SCIM filters (RFC 7644 section 3.4.2.2) that this version reads. */
public enum Comparison {
    EQ,
    NE,
    CO,
    SW,
    GT,
    GE,
    LT,
    LE;

    public static final Set<Comparison> EQUALITY = EnumSet.of(EQ, NE);
    public static final Set<Comparison> TEXT = EnumSet.allOf(Comparison.class);
    public static final Set<Comparison> ORDERED = EnumSet.of(EQ, NE, GT, GE, LT, LE);

    public static Optional<Comparison> of(String word) {
        return Arrays.stream(values())
                .filter(comparison -> comparison.toString().equals(word.toLowerCase(Locale.ROOT)))
                .findFirst();
    }

    @Override
    public String toString() {
        return name().toLowerCase(Locale.ROOT);
    }
}
