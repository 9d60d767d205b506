package dev.cuenta.core.type;

import com.google.re2j.Pattern;
import java.math.BigDecimal;
import java.util.List;
import org.jspecify.annotations.Nullable;

/**
 * The bounds that a field sets to its type's values. What a field does not say is null or empty.
 *
 * @param minLength in code points
 * @param maxLength in code points
 * @param pattern an RE2 expression that the whole value must match; linear in time
 * @param maxItems of a list; 0 for a single value
 * @param maxBytes of a JSON value, as UTF-8 without white space; of a picture as it is uploaded
 * @param keep how many earlier pictures are kept and can be brought back
 */
public record Limits(
        @Nullable Integer minLength,
        @Nullable Integer maxLength,
        @Nullable BigDecimal min,
        @Nullable BigDecimal max,
        int precision,
        int scale,
        List<String> options,
        @Nullable String pattern,
        boolean caseExact,
        int maxItems,
        int maxBytes,
        int keep) {

    public static final int DEFAULT_PRECISION = 18;
    public static final int DEFAULT_SCALE = 2;
    public static final int DEFAULT_ITEMS = 20;
    public static final int DEFAULT_BYTES = 16 * 1024;
    public static final int DEFAULT_PICTURE_BYTES = 2 * 1024 * 1024;

    public static final Limits NONE = new Limits(
            null, null, null, null, DEFAULT_PRECISION, DEFAULT_SCALE, List.of(), null, false, 0, DEFAULT_BYTES, 0);

    public Limits {
        options = List.copyOf(options);
    }

    /** The options alone, as a choice has them. */
    public static Limits ofOptions(List<String> options) {
        return new Limits(null, null, null, null, 0, 0, options, null, true, 0, 0, 0);
    }

    Outcome checkLength(String text) {
        int length = text.codePointCount(0, text.length());
        if (maxLength != null && length > maxLength) {
            return Outcome.refused(
                    "maxLength", "Has " + length + " characters; at most " + maxLength + " are allowed.");
        }
        if (minLength != null && length < minLength) {
            return Outcome.refused(
                    "minLength", "Has " + length + " characters; at least " + minLength + " are needed.");
        }
        return Outcome.accepted(text);
    }

    Outcome checkPattern(String text) {
        return pattern == null || Pattern.matches(pattern, text)
                ? Outcome.accepted(text)
                : Outcome.refused("pattern", "Does not have the form " + pattern + ".");
    }

    Outcome checkRange(BigDecimal number, Object value) {
        if (min != null && number.compareTo(min) < 0) {
            return Outcome.refused("min", "Must be " + min.toPlainString() + " or more.");
        }
        if (max != null && number.compareTo(max) > 0) {
            return Outcome.refused("max", "Must be " + max.toPlainString() + " or less.");
        }
        return Outcome.accepted(value);
    }
}
