package dev.cuenta.store.tenant;

import dev.cuenta.core.account.Attribute;
import dev.cuenta.core.type.Column;
import dev.cuenta.store.schema.ConditionSql;
import dev.cuenta.store.schema.Shape;
import java.util.Objects;

/** Conditions of tenants {@code t} as SQL: what the model lets them have is one value of JSON. */
final class TenantConditionSql extends ConditionSql {
    @Override
    protected String expression(Attribute attribute) {
        Column column = attribute.type().column(attribute.limits());
        String value = "t.fields -> " + literal(attribute);
        if (column.many()) {
            return "array(select " + typed(column, "item") + " from jsonb_array_elements_text(" + value + ") item)";
        }
        return column.kind() == Column.Kind.JSON
                ? "(" + value + ")"
                : typed(column, "(t.fields ->> " + literal(attribute) + ")");
    }

    @Override
    protected String present(Attribute attribute) {
        return "jsonb_exists(t.fields, " + literal(attribute) + ")";
    }

    private static String literal(Attribute attribute) {
        return Shape.literal(Objects.requireNonNull(attribute.field()).path().name());
    }

    private static String typed(Column column, String text) {
        return switch (column.kind()) {
            case TEXT, JSON, BYTES, ACCOUNT -> text;
            case BIGINT, NUMERIC -> "cast(" + text + " as numeric)";
            case BOOLEAN -> "cast(" + text + " as boolean)";
            case DATE -> "cast(" + text + " as date)";
            case TIMESTAMP -> "cast(" + text + " as timestamptz)";
        };
    }
}
