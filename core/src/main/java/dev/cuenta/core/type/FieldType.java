package dev.cuenta.core.type;

import java.util.Map;
import java.util.Set;

/**
 * Everything there is to say about one type of field. Nothing else in the code asks which type a field has; a new type is one
 * subclass, named in {@link FieldTypes}.
 */
public abstract class FieldType {
    private final String name;

    FieldType(String name) {
        this.name = name;
    }

    /** As model files spell it. */
    public final String name() {
        return name;
    }

    /** Which of the limits' keys a field of this type may carry in a model file. */
    public abstract Set<String> limitKeys();

    public abstract Column column(Limits limits);

    /**
     * Types and checks a raw value.
     *
     * @param raw what a JSON or YAML reader gives: String, Boolean, Long, BigDecimal, List or Map
     */
    public abstract Outcome read(Object raw, Limits limits);

    /** The value as JSON gives it: String, Boolean, Long or BigDecimal. */
    public Object write(Object value) {
        return value.toString();
    }

    /** The operators with which a filter may compare such values. */
    public abstract Set<Comparison> comparisons();

    /** JSON Schema 2020-12 of the value. */
    public abstract Map<String, Object> schema(Limits limits);

    /** The form control that suits the type, in the words of HTML. */
    public abstract String control();

    /** A believable raw value that {@link #read} accepts; the field's name may hint at what it means. */
    public abstract Object sample(String fieldName, Limits limits, Words words);

    @Override
    public final String toString() {
        return name;
    }

    static Outcome wrongType(String expected, Object raw) {
        return Outcome.refused("type", "Expected " + expected + ", but got " + describe(raw) + ".");
    }

    private static String describe(Object raw) {
        if (raw instanceof Boolean) {
            return "true or false";
        }
        if (raw instanceof Number) {
            return "a number";
        }
        if (raw instanceof Map) {
            return "an object";
        }
        return raw instanceof String ? "a text that is none" : "a list";
    }
}
