package dev.cuenta.core.type;

/** How a type's values are kept, without saying in which dialect. Precision and scale count for {@link Kind#NUMERIC}. */
public record Column(Kind kind, int precision, int scale) {
    /** The closed choice of columns; each has exactly one Java class of values. */
    public enum Kind {
        TEXT(String.class),
        BIGINT(Long.class),
        NUMERIC(java.math.BigDecimal.class),
        BOOLEAN(Boolean.class),
        DATE(java.time.LocalDate.class),
        TIMESTAMP(java.time.Instant.class);

        private final Class<?> valueClass;

        Kind(Class<?> valueClass) {
            this.valueClass = valueClass;
        }

        public Class<?> valueClass() {
            return valueClass;
        }
    }

    static Column of(Kind kind) {
        return new Column(kind, 0, 0);
    }
}
