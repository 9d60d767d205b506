package dev.cuenta.service.password;

/** For whom a password is hashed. Each sort has a lane of its own: whoever is known here never waits behind strangers. */
public enum Familiarity {
    /** Signed in, or signing in from where they came in before. */
    KNOWN,
    /** Signing in from somewhere new. */
    UNKNOWN,
    /** Signing up. */
    NEW
}
