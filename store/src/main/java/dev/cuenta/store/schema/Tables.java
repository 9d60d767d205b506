package dev.cuenta.store.schema;

import dev.cuenta.core.model.AccountModel;
import dev.cuenta.core.model.Field;
import dev.cuenta.store.database.Connections;
import java.util.ArrayList;
import java.util.List;
import java.util.Objects;
import org.jspecify.annotations.Nullable;

/** The live revision's tables as they lie in the database. */
public final class Tables {
    /** A field's column, with its type as PostgreSQL spells it. */
    public record Column(String field, String name, String type, boolean required) {}

    /**
     * A table of the model.
     *
     * @param profile null for the account's own
     * @param rows as the database estimates them, which costs nothing; null before it did so for the first time
     * @param bytes with indexes
     */
    public record Table(
            String name, @Nullable String profile, @Nullable Long rows, long bytes, List<Column> columns) {}

    private final Connections connections;

    public Tables(Connections connections) {
        this.connections = connections;
    }

    /** The account's own table first. */
    public List<Table> list(AccountModel model) {
        List<Table> tables = new ArrayList<>(List.of(table(model, null)));
        model.profiles().keySet().forEach(profile -> tables.add(table(model, profile)));
        return tables;
    }

    private Table table(AccountModel model, @Nullable String profile) {
        Shape shape = new Shape(model);
        List<Column> columns = model.fields().values().stream()
                .filter(Field::stored)
                .filter(field -> Objects.equals(field.path().profile(), profile))
                .map(field ->
                        new Column(field.path().toString(), Shape.column(field), shape.type(field), field.required()))
                .toList();
        return connections.each(sql -> sql.sql(
                        "select nullif(reltuples, -1)::bigint, pg_total_relation_size(oid) from pg_class where oid = to_regclass(?)")
                .param(Shape.qualified(profile))
                .query((row, index) ->
                        new Table(Shape.table(profile), profile, row.getObject(1, Long.class), row.getLong(2), columns))
                .single());
    }
}
