package dev.cuenta.service.body;

import dev.cuenta.core.finding.Nearest;
import dev.cuenta.core.problem.Problem;
import dev.cuenta.core.problem.ProblemKind;
import dev.cuenta.wire.Secret;
import java.math.BigDecimal;
import java.math.BigInteger;
import java.util.Collection;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Set;
import java.util.TreeSet;
import java.util.stream.Collectors;
import org.jspecify.annotations.Nullable;
import org.springframework.http.converter.HttpMessageNotReadableException;
import tools.jackson.core.JacksonException;
import tools.jackson.core.exc.StreamConstraintsException;
import tools.jackson.databind.DatabindException;
import tools.jackson.databind.exc.InvalidNullException;
import tools.jackson.databind.exc.MismatchedInputException;
import tools.jackson.databind.exc.UnrecognizedPropertyException;

/** Why a body is not what the address takes: where it stands (JSON Pointer, RFC 6901) and what belongs there, never what was sent. */
public final class JsonRefusal {
    private static final Set<Class<?>> WHOLE =
            Set.of(int.class, Integer.class, long.class, Long.class, BigInteger.class);
    private static final Set<Class<?>> DECIMAL = Set.of(double.class, Double.class, BigDecimal.class);

    private JsonRefusal() {}

    /** The problem for a body that could not be read. */
    public static Problem of(HttpMessageNotReadableException unreadable) {
        Throwable cause = unreadable.getCause();
        if (cause instanceof UnrecognizedPropertyException unknown) {
            return unknown(unknown);
        }
        if (cause instanceof InvalidNullException missing) {
            String name = missing.getPropertyName().getSimpleName();
            return Problem.invalid(pointer(missing), "required", "`" + name + "` is required.");
        }
        if (cause instanceof MismatchedInputException other) {
            return Problem.invalid(pointer(other), "type", "Must be " + wanted(other.getTargetType()) + ".");
        }
        if (cause instanceof DatabindException unfit) {
            return Problem.invalid(pointer(unfit), "value", "Is not what belongs here. See /v1/openapi.json.");
        }
        if (cause instanceof StreamConstraintsException beyond) {
            return malformed(
                    "The body is nested too deeply, or has a name or a number that is too long." + line(beyond));
        }
        return malformed("The body is not the JSON that belongs here."
                + (cause instanceof JacksonException broken ? line(broken) : "")
                + " Check it against /v1/openapi.json.");
    }

    private static Problem malformed(String detail) {
        return Problem.of(ProblemKind.MALFORMED, detail);
    }

    private static Problem unknown(UnrecognizedPropertyException unknown) {
        Collection<Object> known = unknown.getKnownPropertyIds();
        Set<String> names = known == null
                ? Set.of()
                : known.stream().map(String::valueOf).collect(Collectors.toCollection(TreeSet::new));
        String near = Nearest.advice(unknown.getPropertyName(), names);
        return Problem.invalid(
                pointer(unknown),
                "unknown",
                "There is no such key here. "
                        + (near.isEmpty() && !names.isEmpty() ? "Known are " + String.join(", ", names) + "." : near));
    }

    private static String line(JacksonException broken) {
        return broken.getLocation() == null || broken.getLocation().getLineNr() < 1
                ? ""
                : " It breaks at line " + broken.getLocation().getLineNr() + ", column "
                        + broken.getLocation().getColumnNr() + ".";
    }

    private static String pointer(JacksonException broken) {
        return broken.getPath().stream()
                .map(step -> "/"
                        + (step.getPropertyName() == null
                                ? String.valueOf(step.getIndex())
                                : step.getPropertyName().replace("~", "~0").replace("/", "~1")))
                .collect(Collectors.joining());
    }

    /** What a value of the type is, in words. */
    public static String wanted(@Nullable Class<?> type) {
        if (type == null) {
            return "something else";
        }
        if (type.isEnum()) {
            return "one of "
                    + List.of(type.getEnumConstants()).stream()
                            .map(constant -> constant.toString().toLowerCase(Locale.ROOT))
                            .collect(Collectors.joining(", "));
        }
        if (WHOLE.contains(type)) {
            return "a whole number";
        }
        if (DECIMAL.contains(type)) {
            return "a number";
        }
        if (type == boolean.class || type == Boolean.class) {
            return "true or false";
        }
        if (Collection.class.isAssignableFrom(type) || type.isArray()) {
            return "a list";
        }
        return type == String.class || type == Secret.class
                ? "a text"
                : Map.class.isAssignableFrom(type) || type.isRecord() ? "an object" : "a value of another form";
    }
}
