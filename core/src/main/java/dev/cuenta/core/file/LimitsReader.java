package dev.cuenta.core.file;

import com.google.re2j.Pattern;
import com.google.re2j.PatternSyntaxException;
import dev.cuenta.core.finding.FindingCode;
import dev.cuenta.core.type.FieldType;
import dev.cuenta.core.type.Limits;
import java.math.BigDecimal;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.TreeSet;
import org.jspecify.annotations.Nullable;

/** Reads the bounds that a field sets to its type's values; those that mean nothing for the type are refused. */
final class LimitsReader {
    private static final int LARGEST_PATTERN = 5000;
    private static final Set<String> LIMIT_KEYS = Set.of(
            "minLength",
            "maxLength",
            "min",
            "max",
            "precision",
            "scale",
            "options",
            "pattern",
            "caseExact",
            "maxItems",
            "maxBytes",
            "keep");
    private static final int LONGEST_TEXT = 1_000_000;
    private static final int MOST_ITEMS = 1000;
    private static final long MOST_BYTES = 1024 * 1024;
    private static final long MOST_PICTURE_BYTES = 20 * 1024 * 1024;
    private static final int MOST_KEPT = 50;

    private LimitsReader() {}

    static Limits read(FieldType type, Section section) {
        Set<String> others = new TreeSet<>(LIMIT_KEYS);
        others.removeAll(type.limitKeys());
        section.notHere(others, "has no effect on the type " + type + ".");
        Set<String> keys = type.limitKeys();
        Limits limits = new Limits(
                keys.contains("minLength") ? whole("minLength", section, 0, LONGEST_TEXT, null) : null,
                keys.contains("maxLength") ? whole("maxLength", section, 1, LONGEST_TEXT, type.usualLength()) : null,
                keys.contains("min") ? decimal("min", section) : null,
                keys.contains("max") ? decimal("max", section) : null,
                keys.contains("precision")
                        ? orElse(whole("precision", section, 1, 100, null), Limits.DEFAULT_PRECISION)
                        : 0,
                keys.contains("scale") ? orElse(whole("scale", section, 0, 50, null), Limits.DEFAULT_SCALE) : 0,
                keys.contains("options") ? options(section) : List.of(),
                keys.contains("pattern") ? pattern(section) : null,
                keys.contains("caseExact")
                        && section.take("caseExact").flatMap(Element::flag).orElse(false),
                keys.contains("maxItems")
                        ? orElse(whole("maxItems", section, 1, MOST_ITEMS, null), Limits.DEFAULT_ITEMS)
                        : 0,
                keys.contains("maxBytes") ? bytes(type, section) : 0,
                keys.contains("keep") ? orElse(whole("keep", section, 0, MOST_KEPT, null), 0) : 0);
        checkOrder(limits, section);
        return limits;
    }

    static int orElse(@Nullable Integer given, int otherwise) {
        return given == null ? otherwise : given;
    }

    static @Nullable Integer whole(String key, Section section, int least, int most, @Nullable Integer otherwise) {
        Optional<Integer> given = section.take(key).flatMap(element -> element.whole(least, most));
        return given.isPresent() ? given.get() : otherwise;
    }

    private static @Nullable BigDecimal decimal(String key, Section section) {
        return section.take(key).flatMap(Element::decimal).orElse(null);
    }

    private static List<String> options(Section section) {
        List<String> options = section.require("options", "List what can be chosen, such as `options: [day, night]`.")
                .map(Element::texts)
                .orElse(List.of());
        if (options.size() != Set.copyOf(options).size()) {
            section.take("options")
                    .ifPresent(element ->
                            element.report(FindingCode.BAD_VALUE, "An option is listed twice.", "Remove one of them."));
        }
        return options.isEmpty() ? List.of("") : options.stream().distinct().toList();
    }

    private static @Nullable String pattern(Section section) {
        Optional<Element> element = section.take("pattern");
        Optional<String> pattern = element.flatMap(Element::text);
        try {
            if (pattern.filter(text -> PatternSize.of(text) > LARGEST_PATTERN).isPresent()) {
                element.orElseThrow()
                        .report(
                                FindingCode.BAD_VALUE,
                                "The pattern is too large: written out without counts, it has more than "
                                        + LARGEST_PATTERN + " parts.",
                                "Repeat less, or less within one another; `maxLength` limits how long a value is.");
                return null;
            }
            pattern.ifPresent(Pattern::compile);
            return pattern.orElse(null);
        } catch (PatternSyntaxException refused) {
            element.orElseThrow()
                    .report(
                            FindingCode.BAD_VALUE,
                            "The pattern cannot be read: " + refused.getMessage() + ".",
                            "Patterns are RE2 expressions; back-references and look-around are not part of them.");
            return null;
        }
    }

    private static int bytes(FieldType type, Section section) {
        long most = type.isPicture() ? MOST_PICTURE_BYTES : MOST_BYTES;
        return section.take("maxBytes")
                .flatMap(element -> Sizes.bytes(element, 16, most, type.isPicture() ? "2 MiB" : "16 KiB"))
                .map(Long::intValue)
                .orElse(type.isPicture() ? Limits.DEFAULT_PICTURE_BYTES : Limits.DEFAULT_BYTES);
    }

    private static void checkOrder(Limits limits, Section section) {
        boolean lengths =
                limits.minLength() != null && limits.maxLength() != null && limits.minLength() > limits.maxLength();
        boolean range =
                limits.min() != null && limits.max() != null && limits.min().compareTo(limits.max()) > 0;
        if (lengths || range || limits.scale() > Math.max(limits.precision(), 0)) {
            section.take("type")
                    .ifPresent(element -> element.report(
                            FindingCode.BAD_VALUE,
                            "The limits leave no value possible.",
                            "Make the lower limit the smaller one."));
        }
    }
}
