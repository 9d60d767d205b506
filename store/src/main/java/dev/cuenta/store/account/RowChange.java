package dev.cuenta.store.account;

import dev.cuenta.core.account.TenantId;
import dev.cuenta.core.model.Field;
import dev.cuenta.store.live.Work;
import dev.cuenta.store.schema.ColumnValues;
import dev.cuenta.store.schema.Shape;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;
import java.util.stream.Collectors;
import org.jspecify.annotations.Nullable;

/** Columns of an account's row in one of its tables that get other values. */
final class RowChange {
    private final @Nullable String profile;
    private final Shape shape;
    /** In the order of their names: the same columns are the same statement, which PostgreSQL has planned. */
    private final Map<String, Object> columns = new TreeMap<>();

    RowChange(@Nullable String profile, Shape shape) {
        this.profile = profile;
        this.shape = shape;
    }

    RowChange set(String column, Object value) {
        columns.put(Shape.quoted(column), ColumnValues.jdbc(value));
        return this;
    }

    RowChange set(Field field, @Nullable Object value) {
        columns.put(Shape.quoted(shape.columnNow(field)), ColumnValues.parameter(Shape.stored(field), value));
        return this;
    }

    /** Writes them in the account's row of that tenant, which comes with the first value. */
    Work.Question of(Object key, TenantId tenant) {
        String names = String.join(", ", columns.keySet());
        String places = ", ?".repeat(columns.size());
        String assignments = columns.keySet().stream()
                .map(column -> column + " = excluded." + column)
                .collect(Collectors.joining(", "));
        List<Object> parameters = new ArrayList<>(List.of(key, tenant.value()));
        parameters.addAll(columns.values());
        return new Work.Question(
                "insert into " + Shape.qualified(profile) + " (account_id, tenant_id, " + names + ") values (?, ?"
                        + places + ") on conflict (account_id, tenant_id) do update set " + assignments
                        + " returning true",
                parameters);
    }

    /** Writes them in the row of that key. */
    Work.Question of(Object key) {
        String assignments =
                columns.keySet().stream().map(column -> column + " = ?").collect(Collectors.joining(", "));
        List<Object> parameters = new ArrayList<>(columns.values());
        parameters.add(key);
        return new Work.Question(
                "update " + Shape.qualified(profile) + " set " + assignments + " where " + Shape.keyOf(profile)
                        + " = ? returning true",
                parameters);
    }
}
