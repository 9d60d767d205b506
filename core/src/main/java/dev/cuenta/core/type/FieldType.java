package dev.cuenta.core.type;

import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.Set;
import org.jspecify.annotations.Nullable;

/**
 * Everything there is to say about one type of field. Nothing else in the code asks which type a field has; a new type is one
 * subclass, named in {@link FieldTypes}.
 */
public abstract class FieldType {
    private final String name;

    FieldType(String name) {
        this.name = name;
    }

    /** As model files spell it; a list has the name of what it lists. */
    public final String name() {
        return name;
    }

    /** The type of a list of such values; empty where a list makes no sense. */
    public Optional<FieldType> many() {
        return Optional.empty();
    }

    /** Whether it is a list. */
    public boolean isMany() {
        return false;
    }

    /** Whether what it shows is a picture with an address of its own. */
    public boolean isPicture() {
        return false;
    }

    /** On which way somebody is written to at such a value. */
    public enum Delivery {
        MAIL,
        TEXT_MESSAGE
    }

    /** Empty for what is nobody's address. */
    public Optional<Delivery> delivery() {
        return Optional.empty();
    }

    /** Whether such a value tells who somebody is, whatever its field is called. */
    public boolean tellsWho() {
        return false;
    }

    /** Whether nothing but a field's limits says how long a text may be. */
    public boolean isOfAnyLength() {
        return false;
    }

    /** How many characters a text has at most where its field says nothing; null for as many as its form or its store allows. */
    public @Nullable Integer usualLength() {
        return null;
    }

    /** Whether a template says what its value is, in place of anybody who writes it. */
    public boolean isMadeOfTemplate() {
        return false;
    }

    /** Whether somebody can be written to at such a value on that way. */
    public final boolean isReachedBy(Delivery way) {
        return delivery().filter(way::equals).isPresent();
    }

    /** Whether such a value is an account's, and no tenant's. */
    public boolean isOfAccountsOnly() {
        return isPicture();
    }

    /** Whether it is several lines of text. */
    public boolean isProse() {
        return false;
    }

    /** Whether its texts have a form, so that another type's text need not be one. */
    public boolean hasForm() {
        return false;
    }

    /** What somebody might sign in with, as a text. */
    public String identifier() {
        return "noor@marea.example";
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

    /** As {@link #read}, for the value that a filter compares with. */
    public Outcome readCompared(Object raw, Limits limits) {
        return read(raw, limits);
    }

    /** The value as JSON gives it: String, Boolean, Long, BigDecimal, List or Map. */
    public Object write(Object value) {
        return value.toString();
    }

    /** The operators with which a filter may compare such values. */
    public abstract Set<Comparison> comparisons();

    /** JSON Schema 2020-12 of the value. */
    public abstract Map<String, Object> schema(Limits limits);

    /** What a form asks for such a value with. */
    public abstract FormControl control();

    /** What a form would ask for one of several values with; the same as {@link #control} where there is one only. */
    public FormControl controlOfEach() {
        return control();
    }

    /** A believable raw value that {@link #read} accepts; the field's name may hint at what it means. */
    public abstract Object sample(String fieldName, Limits limits, Words words);

    @Override
    public final String toString() {
        return isMany() ? "list of " + name : name;
    }

    @Override
    public final boolean equals(@Nullable Object other) {
        return other instanceof FieldType type && type.name.equals(name) && type.isMany() == isMany();
    }

    @Override
    public final int hashCode() {
        return Objects.hash(name, isMany());
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
        return raw instanceof String ? "a text" : "a list";
    }
}
