package dev.cuenta.core.expression;

import dev.cel.common.types.CelType;
import dev.cel.common.types.ListType;
import dev.cel.common.types.SimpleType;
import dev.cuenta.core.type.Column;
import java.math.BigDecimal;
import java.time.Instant;
import java.time.LocalDate;
import java.time.ZoneOffset;
import java.util.List;

/** The sorts of values that expressions work with. A day is the moment at which it begins, in UTC. */
public enum Sort {
    TEXT(SimpleType.STRING),
    WHOLE(SimpleType.INT),
    DECIMAL(SimpleType.DOUBLE),
    TRUTH(SimpleType.BOOL),
    MOMENT(SimpleType.TIMESTAMP),
    /** Several texts. */
    TEXTS(ListType.create(SimpleType.STRING)),
    /** What an expression can look at only with functions that take anything. */
    OTHER(SimpleType.DYN);

    private final CelType type;

    Sort(CelType type) {
        this.type = type;
    }

    CelType type() {
        return type;
    }

    static Sort of(CelType type) {
        for (Sort sort : values()) {
            if (sort.type.equals(type)) {
                return sort;
            }
        }
        return OTHER;
    }

    public static Sort of(Column column) {
        if (column.many()) {
            return column.kind() == Column.Kind.TEXT ? TEXTS : OTHER;
        }
        return switch (column.kind()) {
            case TEXT, ACCOUNT -> TEXT;
            case BIGINT -> WHOLE;
            case NUMERIC -> DECIMAL;
            case BOOLEAN -> TRUTH;
            case DATE, TIMESTAMP -> MOMENT;
            case JSON, BYTES -> OTHER;
        };
    }

    /** For messages. */
    public String words() {
        return switch (this) {
            case TEXT -> "a text";
            case WHOLE -> "a whole number";
            case DECIMAL -> "a decimal number";
            case TRUTH -> "true or false";
            case MOMENT -> "a date";
            case TEXTS -> "a list of texts";
            case OTHER -> "something else";
        };
    }

    /** Whether a field kept in such a column can take what an expression of this sort gives. */
    public boolean fits(Column column) {
        Sort wanted = of(column);
        return this == wanted || (this == WHOLE && wanted == DECIMAL);
    }

    /** The model's value as expressions take it. */
    static Object given(Object value) {
        if (value instanceof BigDecimal number) {
            return number.doubleValue();
        }
        if (value instanceof LocalDate day) {
            return day.atStartOfDay(ZoneOffset.UTC).toInstant();
        }
        return value;
    }

    /** What an expression gave, as the type of a field that is kept in such a column reads it. */
    static Object raw(Object value, Column column) {
        if (value instanceof Double number && column.kind() == Column.Kind.NUMERIC) {
            return Double.isFinite(number)
                    ? Evaluation.shortest(number).setScale(column.scale(), java.math.RoundingMode.HALF_UP)
                    : number.toString();
        }
        if (value instanceof Instant moment) {
            return column.kind() == Column.Kind.DATE
                    ? moment.atOffset(ZoneOffset.UTC).toLocalDate().toString()
                    : moment.toString();
        }
        return value instanceof List<?> items ? List.copyOf(items) : value;
    }
}
