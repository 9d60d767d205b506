package dev.cuenta.client;

import dev.cuenta.wire.ProblemDocument;
import dev.cuenta.wire.Violation;
import java.time.Duration;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.function.BiFunction;
import org.jspecify.annotations.Nullable;

/** The service refused, and says why. Each type of problem that a program can do something about is a class of its own. */
public class Refused extends RuntimeException {
    private static final long serialVersionUID = 1L;

    /** Some values of the request were refused, or it cannot be read: {@link Refused#violations()} says which and why. */
    public static final class Invalid extends Refused {
        private static final long serialVersionUID = 1L;

        private Invalid(ProblemDocument problem, @Nullable Duration retryAfter) {
            super(problem, retryAfter);
        }
    }

    /** Nobody is known by the key or token, or it is no longer good; a second factor may be missing. */
    public static final class Unauthenticated extends Refused {
        private static final long serialVersionUID = 1L;

        private Unauthenticated(ProblemDocument problem, @Nullable Duration retryAfter) {
            super(problem, retryAfter);
        }
    }

    /** Whoever asks may not do it. */
    public static final class Forbidden extends Refused {
        private static final long serialVersionUID = 1L;

        private Forbidden(ProblemDocument problem, @Nullable Duration retryAfter) {
            super(problem, retryAfter);
        }
    }

    /** There is no such thing within the reach of whoever asks. */
    public static final class NotFound extends Refused {
        private static final long serialVersionUID = 1L;

        private NotFound(ProblemDocument problem, @Nullable Duration retryAfter) {
            super(problem, retryAfter);
        }
    }

    /** A value is taken, or the request does not fit what is there. */
    public static final class Conflict extends Refused {
        private static final long serialVersionUID = 1L;

        private Conflict(ProblemDocument problem, @Nullable Duration retryAfter) {
            super(problem, retryAfter);
        }
    }

    /** Somebody else changed it since it was read. */
    public static final class Stale extends Refused {
        private static final long serialVersionUID = 1L;

        private Stale(ProblemDocument problem, @Nullable Duration retryAfter) {
            super(problem, retryAfter);
        }
    }

    /** Not now: {@link Refused#retryAfter()} says when, if anybody knows. */
    public static final class NotNow extends Refused {
        private static final long serialVersionUID = 1L;

        private NotNow(ProblemDocument problem, @Nullable Duration retryAfter) {
            super(problem, retryAfter);
        }
    }

    private static final String PREFIX = "urn:cuenta:problem:";
    private static final Map<String, BiFunction<ProblemDocument, @Nullable Duration, Refused>> TYPES = Map.ofEntries(
            Map.entry("invalid", Invalid::new),
            Map.entry("malformed", Invalid::new),
            Map.entry("too-large", Invalid::new),
            Map.entry("unauthenticated", Unauthenticated::new),
            Map.entry("second-factor", Unauthenticated::new),
            Map.entry("forbidden", Forbidden::new),
            Map.entry("not-found", NotFound::new),
            Map.entry("taken", Conflict::new),
            Map.entry("conflict", Conflict::new),
            Map.entry("stale", Stale::new),
            Map.entry("too-slow", NotNow::new),
            Map.entry("too-many", NotNow::new),
            Map.entry("unavailable", NotNow::new));

    private final transient ProblemDocument problem;
    private final @Nullable Duration retryAfter;

    private Refused(ProblemDocument problem, @Nullable Duration retryAfter) {
        super(problem.detail() == null ? "The service refused: " + problem.title() : problem.detail());
        this.problem = problem;
        this.retryAfter = retryAfter;
    }

    static Refused of(ProblemDocument problem, Optional<Duration> retryAfter) {
        BiFunction<ProblemDocument, @Nullable Duration, Refused> type =
                TYPES.get(problem.type().startsWith(PREFIX) ? problem.type().substring(PREFIX.length()) : "");
        return type == null
                ? new Refused(problem, retryAfter.orElse(null))
                : type.apply(problem, retryAfter.orElse(null));
    }

    /** As it came. */
    public ProblemDocument problem() {
        return problem;
    }

    /** What is wrong with the request, by its place in it (JSON Pointer, RFC 6901); empty for refusals of another type. */
    public List<Violation> violations() {
        return problem.errors() == null ? List.of() : problem.errors();
    }

    /** After what time another try may do; empty where nobody said. */
    public Optional<Duration> retryAfter() {
        return Optional.ofNullable(retryAfter);
    }
}
