package dev.cuenta.core.problem;

import java.time.Duration;
import java.util.List;
import java.util.Optional;
import org.jspecify.annotations.Nullable;

/** A refused request. Anything else that is thrown is a defect. */
public final class Problem extends RuntimeException {
    private static final int MOST_TOLD = 50;

    private final ProblemKind kind;
    private final List<Violation> violations;
    private final @Nullable Duration retryAfter;

    private Problem(ProblemKind kind, String detail, List<Violation> violations, @Nullable Duration retryAfter) {
        // A refusal is an answer, not a fault: no stack trace is worth its cost.
        super(detail, null, false, false);
        this.kind = kind;
        this.violations = List.copyOf(violations);
        this.retryAfter = retryAfter;
    }

    public static Problem of(ProblemKind kind, String detail) {
        return new Problem(kind, detail, List.of(), null);
    }

    public static Problem of(ProblemKind kind, String detail, List<Violation> violations) {
        return new Problem(kind, detail, violations, null);
    }

    /** Of very many violations the first are told. */
    public static Problem invalid(List<Violation> violations) {
        int count = violations.size();
        String detail = count == 1
                ? violations.get(0).detail()
                : count + " values were refused; " + (count > MOST_TOLD ? "the first " + MOST_TOLD + " are" : "each is")
                        + " named in errors.";
        return new Problem(ProblemKind.INVALID, detail, violations.subList(0, Math.min(count, MOST_TOLD)), null);
    }

    public static Problem invalid(String pointer, String code, String detail) {
        return invalid(List.of(new Violation(pointer, code, detail)));
    }

    public static Problem taken(String pointer, String detail) {
        return new Problem(ProblemKind.TAKEN, detail, List.of(new Violation(pointer, "taken", detail)), null);
    }

    public static Problem tooMany(String detail, Duration retryAfter) {
        return new Problem(ProblemKind.TOO_MANY, detail, List.of(), retryAfter);
    }

    public static Problem unavailable(String detail, Duration retryAfter) {
        return new Problem(ProblemKind.UNAVAILABLE, detail, List.of(), retryAfter);
    }

    public ProblemKind kind() {
        return kind;
    }

    public String detail() {
        return String.valueOf(getMessage());
    }

    public List<Violation> violations() {
        return violations;
    }

    public Optional<Duration> retryAfter() {
        return Optional.ofNullable(retryAfter);
    }
}
