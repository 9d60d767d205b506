package dev.cuenta.core.code;

import dev.cuenta.core.sharing.Contract.Promise;
import java.util.Map;
import java.util.Optional;

/**
 * What one value of a field is, whichever language says so.
 *
 * @param many whether the field has a list of them
 * @param always whether it is there in every account that has the field
 */
record Value(Kind kind, boolean many, boolean always) {
    enum Kind {
        TEXT,
        /** One of the field's options. */
        OPTION,
        INTEGER,
        DECIMAL,
        FLAG,
        DATE,
        MOMENT,
        /** Whatever JSON there is. */
        ANYTHING
    }

    static Value of(Promise promise) {
        return promise.schema().get("items") instanceof Map<?, ?> items
                ? new Value(kind(items), true, promise.always())
                : new Value(kind(promise.schema()), false, promise.always());
    }

    private static Kind kind(Map<?, ?> schema) {
        if (schema.containsKey("enum")) {
            return Kind.OPTION;
        }
        String format =
                Optional.ofNullable(schema.get("format")).map(String::valueOf).orElse("");
        return switch (String.valueOf(schema.get("type"))) {
            case "string" -> format.equals("date") ? Kind.DATE : format.equals("date-time") ? Kind.MOMENT : Kind.TEXT;
            case "integer" -> Kind.INTEGER;
            case "number" -> Kind.DECIMAL;
            case "boolean" -> Kind.FLAG;
            default -> Kind.ANYTHING;
        };
    }
}
