package dev.cuenta.core.type;

/**
 * How a type's values are kept, without saying in which dialect. Precision and scale count for {@link Kind#NUMERIC}.
 *
 * @param many the column holds a list of such values
 */
public record Column(Kind kind, int precision, int scale, boolean many) {
    /** The closed choice of columns; each has exactly one Java class of values. */
    public enum Kind {
        TEXT(String.class),
        BIGINT(Long.class),
        NUMERIC(java.math.BigDecimal.class),
        BOOLEAN(Boolean.class),
        DATE(java.time.LocalDate.class),
        TIMESTAMP(java.time.Instant.class),
        /** Any JSON value: Map, List, String, Boolean, Long or BigDecimal. */
        JSON(Object.class),
        /** What is sealed. */
        BYTES(byte[].class),
        /** The id of an account, whose column type follows the model's id scheme; as a text here. */
        ACCOUNT(String.class);

        private final Class<?> valueClass;

        Kind(Class<?> valueClass) {
            this.valueClass = valueClass;
        }

        public Class<?> valueClass() {
            return valueClass;
        }
    }

    static Column of(Kind kind) {
        return new Column(kind, 0, 0, false);
    }

    Column ofMany() {
        return new Column(kind, precision, scale, true);
    }

    public boolean is(Kind other) {
        return kind == other && !many;
    }
}
