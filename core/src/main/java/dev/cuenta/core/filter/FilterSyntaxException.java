package dev.cuenta.core.filter;

/** A filter that cannot be read; the message says where and what was expected. */
public final class FilterSyntaxException extends Exception {
    FilterSyntaxException(int position, String message) {
        super("At character " + (position + 1) + ": " + message);
    }

    public String detail() {
        return String.valueOf(getMessage());
    }
}
