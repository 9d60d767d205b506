package dev.cuenta.core.problem;

import java.util.Arrays;
import java.util.Locale;
import java.util.Optional;

/** Why a request was refused. The {@linkplain #type() type} is stable; clients decide by it, never by wording. */
public enum ProblemKind {
    INVALID(422, "Some values were refused"),
    MALFORMED(400, "The request cannot be read"),
    UNAUTHENTICATED(401, "Sign in first"),
    SECOND_FACTOR(401, "The second factor is missing or wrong"),
    FORBIDDEN(403, "Not allowed"),
    NOT_FOUND(404, "Not found"),
    TAKEN(409, "Already taken"),
    CONFLICT(409, "Does not fit the present state"),
    STALE(412, "Changed by someone else in the meantime"),
    TOO_SLOW(408, "Took too long to arrive"),
    TOO_LARGE(413, "Too large"),
    TOO_MANY(429, "Too many tries"),
    UNAVAILABLE(503, "Not available just now");

    private static final String TYPE_PREFIX = "urn:cuenta:problem:";

    private final int status;
    private final String title;

    ProblemKind(int status, String title) {
        this.status = status;
        this.title = title;
    }

    /** The HTTP status code (RFC 9110). */
    public int status() {
        return status;
    }

    /** A short summary, the same for every problem of the kind (RFC 9457 section 3.1.4). */
    public String title() {
        return title;
    }

    /** The problem type URI (RFC 9457 section 3.1.1). */
    public String type() {
        return TYPE_PREFIX + name().toLowerCase(Locale.ROOT).replace('_', '-');
    }

    /** The kind whose {@link #type()} this is; empty for a type that is not ours. */
    public static Optional<ProblemKind> ofType(String type) {
        return Arrays.stream(values()).filter(kind -> kind.type().equals(type)).findFirst();
    }
}
