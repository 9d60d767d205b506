package dev.cuenta.core.type;

/** Shows that a value is there without saying what it is. */
public final class Masks {
    private Masks() {}

    /** The first character and the length; a short value shows nothing. */
    public static String masked(String value) {
        int length = value.codePointCount(0, value.length());
        return length < 4
                ? "(" + length + " characters)"
                : value.substring(0, value.offsetByCodePoints(0, 1)) + "… (" + length + " characters)";
    }
}
