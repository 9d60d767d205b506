package dev.cuenta.core.adoption;

import dev.cuenta.core.model.HashFormat;
import dev.cuenta.core.type.FieldType;
import dev.cuenta.core.type.FieldTypes;
import dev.cuenta.core.type.Limits;
import java.math.BigDecimal;
import java.util.ArrayList;
import java.util.EnumMap;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Set;

/** What the values of one column have in common. */
final class Tally {
    private static final List<String> CANDIDATES =
            List.of("boolean", "integer", "decimal", "date", "dateTime", "email", "url", "phone");
    private static final int MOST_OPTIONS = 8;
    /** Beyond that many different values, it is taken on trust that the rest differ too. */
    private static final int MOST_REMEMBERED = 3_000_000;

    private static final int EXAMPLES = 3;

    private final SourceColumn column;
    private final Map<String, Long> fits = new LinkedHashMap<>();
    private final Map<String, List<String>> misfits = new LinkedHashMap<>();
    private final Map<String, Long> options = new LinkedHashMap<>();
    private final Map<HashFormat, Long> hashes = new EnumMap<>(HashFormat.class);
    private final Set<Long> seen = new HashSet<>();
    private long filled;
    private long repeated;
    private int longest;
    private int scale;

    Tally(SourceColumn column) {
        this.column = column;
        CANDIDATES.forEach(name -> fits.put(name, 0L));
    }

    void add(Object value) {
        String text = value.toString();
        filled++;
        longest = Math.max(longest, text.codePointCount(0, text.length()));
        remember(text);
        HashFormat.of(text).ifPresent(format -> hashes.merge(format, 1L, Long::sum));
        if (options.size() <= MOST_OPTIONS) {
            options.merge(text, 1L, Long::sum);
        }
        if (value instanceof BigDecimal number) {
            scale = Math.max(scale, number.scale());
        }
        CANDIDATES.forEach(name -> test(FieldTypes.require(name), value));
    }

    private void remember(String text) {
        if (seen.size() < MOST_REMEMBERED && !seen.add(hash(text.toLowerCase(Locale.ROOT)))) {
            repeated++;
        }
    }

    /** 64 bits: among millions of values, no two meet by chance. */
    private static long hash(String text) {
        long hash = 1125899906842597L;
        for (int i = 0; i < text.length(); i++) {
            hash = 31 * hash + text.charAt(i);
        }
        return hash;
    }

    private void test(FieldType type, Object value) {
        if (AdoptedValues.read(value, type, Limits.NONE).value().isPresent()) {
            fits.merge(type.name(), 1L, Long::sum);
        } else {
            List<String> examples = misfits.computeIfAbsent(type.name(), name -> new ArrayList<>());
            if (examples.size() < EXAMPLES) {
                examples.add(value.toString());
            }
        }
    }

    SourceColumn column() {
        return column;
    }

    long filled() {
        return filled;
    }

    long fits(String type) {
        return fits.getOrDefault(type, 0L);
    }

    List<String> misfits(String type) {
        return misfits.getOrDefault(type, List.of());
    }

    /** Whether no two rows have the same value, capitals aside. */
    boolean distinct() {
        return filled > 0 && repeated == 0;
    }

    long repeated() {
        return repeated;
    }

    int longest() {
        return longest;
    }

    int scale() {
        return scale;
    }

    Map<HashFormat, Long> hashes() {
        return hashes;
    }

    /** The values, if they are few and come back again and again; otherwise empty. */
    List<String> options() {
        boolean few = options.size() <= MOST_OPTIONS && filled >= 5L * options.size() && options.size() > 1;
        return few && options.keySet().stream().allMatch(option -> option.length() <= 30)
                ? options.keySet().stream().sorted().toList()
                : List.of();
    }
}
