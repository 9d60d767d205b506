package dev.cuenta.core.access;

import java.util.Locale;

/** What a party may do with a field; the permission for the record comes on top. */
public enum Right {
    /** Give it when signing up. */
    SIGN_UP,
    /** Give it to an account that is made for somebody. */
    CREATE,
    CHANGE,
    READ,
    /** Get it in lists and files without naming it. */
    EXPORT,
    FILTER,
    SORT;

    /** As JSON, the terminal and the console spell it. */
    public String word() {
        return this == SIGN_UP ? "signUp" : name().toLowerCase(Locale.ROOT);
    }
}
