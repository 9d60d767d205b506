package dev.cuenta.store.publish;

import static dev.cuenta.store.schema.Shape.quoted;

import dev.cuenta.core.model.Field;
import dev.cuenta.core.type.Column;
import dev.cuenta.core.type.Outcome;
import dev.cuenta.store.schema.ColumnValues;
import dev.cuenta.store.schema.Ddl;
import dev.cuenta.store.schema.Shape;
import dev.cuenta.store.secret.Secrets;
import dev.cuenta.store.shadow.BackfillMarks;
import dev.cuenta.store.shadow.Filling;
import dev.cuenta.store.shadow.Giving;
import dev.cuenta.store.shadow.Sources;
import dev.cuenta.store.shadow.Sources.Source;
import dev.cuenta.store.statement.StatementFailed;
import java.util.ArrayList;
import java.util.List;
import java.util.Objects;
import java.util.Optional;
import java.util.stream.Collectors;
import org.jspecify.annotations.Nullable;
import org.springframework.dao.DataAccessException;
import org.springframework.jdbc.core.simple.JdbcClient;

/**
 * One batch of a fill whose values are worked out here, where each is judged by its field's type as a value that comes over HTTP is,
 * and not in the database, which knows a part of the rules.
 */
final class JudgedBatch {
    private final Shape shape;
    private final Secrets secrets;

    JudgedBatch(Shape shape, Secrets secrets) {
        this.shape = shape;
        this.secrets = secrets;
    }

    /** Fills one batch of the column, in a transaction of its own. */
    WalkedBatch fill(Filling filling, String after, int most, JdbcClient together) {
        Field field = filling.field();
        String table = Shape.qualified(field.path().profile());
        String key = "t." + Ddl.keyOf(field);
        List<Source> records = records(
                filling.sources(),
                table + " t join accounts.account a on a.id = " + key,
                key + " > cast(? as " + shape.keyType().sql() + ") and t." + quoted(filling.column()) + " is null",
                key,
                "t",
                after,
                most,
                together);
        Rows rows = new Rows(List.of(field));
        for (Source each : records) {
            filling.values()
                    .existing(field, each.record())
                    .flatMap(Outcome::value)
                    .ifPresent(value -> rows.add(each.key(), List.of(Optional.of(value))));
        }
        String work = """
                update %1$s t set %2$s = v.value_1 from (%3$s) v where %4$s = v.key and t.%2$s is null
                returning %4$s as key, %5$s as mark""".formatted(
                table, quoted(filling.column()), rows.sql(), key, BackfillMarks.mark("t." + quoted(filling.column())));
        rows.run("with " + filling.noting().apply(work) + " select count(*) from done", together);
        return WalkedBatch.of(records.stream().map(Source::key).toList(), most);
    }

    /** Gives one batch of accounts the profile, in a transaction of its own. */
    WalkedBatch give(Giving giving, String after, int most, JdbcClient together) {
        String table = Shape.qualified(giving.profile());
        List<Source> records = records(
                giving.sources(),
                "accounts.account a",
                "a.id > cast(? as " + shape.keyType().sql() + ") and a.kind = " + Shape.literal(giving.kind())
                        + " and not exists (select from " + table + " p where p.account_id = a.id)",
                "a.id",
                "a",
                after,
                most,
                together);
        Rows rows = new Rows(giving.fields());
        for (Source each : records) {
            rows.add(
                    each.key(),
                    giving.fields().stream()
                            .map(field -> Optional.ofNullable(each.value(field))
                                    .or(() -> giving.values()
                                            .existing(field, each.record())
                                            .flatMap(Outcome::value)))
                            .toList());
        }
        String names = giving.fields().stream()
                .map(field -> ", " + quoted(Shape.column(field)))
                .collect(Collectors.joining());
        String work = "insert into " + table + " (account_id" + names + ") select v.* from (" + rows.sql()
                + ") v on conflict do nothing returning account_id as key, '' as mark";
        rows.run("with " + giving.noting().apply(work) + " select count(*) from done", together);
        return WalkedBatch.of(records.stream().map(Source::key).toList(), most);
    }

    /** Locked, so that nobody gives a value meanwhile that would be overwritten. */
    private static List<Source> records(
            Sources sources,
            String from,
            String where,
            String key,
            String locked,
            String after,
            int most,
            JdbcClient together) {
        return together.sql("select " + sources.columns() + " from " + from + sources.joins() + " where " + where
                        + " order by " + key + " limit " + most + " for no key update of " + locked)
                .param(after)
                .query((row, index) -> sources.read(row))
                .list();
    }

    /** What is written: for each record its key and a value for each field, as columns of texts. */
    private final class Rows {
        private final List<Field> fields;
        private final List<String> keys = new ArrayList<>();
        private final List<List<@Nullable String>> columns = new ArrayList<>();

        Rows(List<Field> fields) {
            this.fields = fields;
            fields.forEach(field -> columns.add(new ArrayList<>()));
        }

        void add(String key, List<Optional<Object>> values) {
            keys.add(key);
            for (int i = 0; i < fields.size(); i++) {
                Field field = fields.get(i);
                columns.get(i)
                        .add(values.get(i).map(value -> text(field, key, value)).orElse(null));
            }
        }

        private String text(Field field, String key, Object value) {
            Object stored = field.secret() ? Objects.requireNonNull(secrets.seal(field, key, value)) : value;
            return ColumnValues.text(Shape.stored(field), stored);
        }

        /** A query of {@code key}, {@code value_1} and so on; its parameters are arrays of texts. */
        String sql() {
            StringBuilder select =
                    new StringBuilder("select cast(g.key as " + shape.keyType().sql() + ") as key");
            StringBuilder given = new StringBuilder("unnest(?::text[]");
            StringBuilder names = new StringBuilder("g (key");
            for (int i = 1; i <= fields.size(); i++) {
                select.append(", ")
                        .append(typed(fields.get(i - 1), "g.value_" + i))
                        .append(" as value_")
                        .append(i);
                given.append(", ?::text[]");
                names.append(", value_").append(i);
            }
            return select + " from " + given + ") " + names + ")";
        }

        /** An account that is not there is no value. */
        private String typed(Field field, String text) {
            return field.column().is(Column.Kind.ACCOUNT)
                    ? "(select o." + shape.idColumn() + " from accounts.account o where o." + shape.idColumn() + " = "
                            + shape.idType().cast(text) + ")"
                    : "cast(" + text + " as " + shape.type(field) + ")";
        }

        void run(String statement, JdbcClient together) {
            together.sql("set local cuenta.filling = 'on'").update();
            together.sql("set local synchronous_commit = off").update();
            List<Object> parameters = new ArrayList<>();
            parameters.add(keys.toArray(String[]::new));
            columns.forEach(column -> parameters.add(column.toArray(String[]::new)));
            try {
                together.sql(statement).params(parameters).query(Long.class).single();
            } catch (DataAccessException refusal) {
                throw new StatementFailed(statement, refusal);
            }
        }
    }
}
