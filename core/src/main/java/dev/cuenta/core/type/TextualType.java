package dev.cuenta.core.type;

import java.text.Normalizer;
import java.util.LinkedHashMap;
import java.util.Map;
import java.util.Optional;
import java.util.Set;

/** What the types share whose values are texts: trimming, forbidden control characters, length, pattern. */
abstract class TextualType extends FieldType {
    private static final Set<String> LIMIT_KEYS = Set.of("minLength", "maxLength", "pattern", "caseExact");

    TextualType(String name) {
        super(name);
    }

    @Override
    public Set<String> limitKeys() {
        return LIMIT_KEYS;
    }

    @Override
    public Optional<FieldType> many() {
        return Optional.of(new ListType(this));
    }

    @Override
    public Column column(Limits limits) {
        return Column.of(Column.Kind.TEXT);
    }

    @Override
    public final Outcome read(Object raw, Limits limits) {
        if (!(raw instanceof String given)) {
            return wrongType("a text", raw);
        }
        // NFC, so that the same letters are the same value however they were typed.
        String text = Normalizer.normalize(given.strip(), Normalizer.Form.NFC);
        if (text.isEmpty()) {
            return Outcome.refused("empty", "Must not be empty; leave it out or give null for no value.");
        }
        if (text.codePoints().anyMatch(this::forbidden)) {
            return Outcome.refused("characters", "Contains control characters.");
        }
        return readText(text)
                .then(value -> limits.checkLength((String) value))
                .then(value -> limits.checkPattern((String) value));
    }

    /** The type's own check; may bring the text into the form in which it is kept. */
    abstract Outcome readText(String text);

    boolean forbidden(int codePoint) {
        return Character.isISOControl(codePoint);
    }

    @Override
    public Set<Comparison> comparisons() {
        return Comparison.TEXT;
    }

    @Override
    public Map<String, Object> schema(Limits limits) {
        Map<String, Object> schema = new LinkedHashMap<>();
        schema.put("type", "string");
        if (limits.minLength() != null) {
            schema.put("minLength", limits.minLength());
        }
        if (limits.maxLength() != null) {
            schema.put("maxLength", limits.maxLength());
        }
        if (limits.pattern() != null) {
            schema.put("pattern", limits.pattern());
        }
        return schema;
    }

    static String cut(String text, Limits limits) {
        return limits.maxLength() == null || text.length() <= limits.maxLength()
                ? text
                : text.substring(0, limits.maxLength()).strip();
    }
}
