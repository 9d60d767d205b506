package dev.cuenta.store.shadow;

import static dev.cuenta.store.schema.Shape.literal;
import static dev.cuenta.store.schema.Shape.qualified;
import static dev.cuenta.store.schema.Shape.quoted;

import dev.cuenta.core.model.Field;
import dev.cuenta.store.schema.Ddl;
import dev.cuenta.store.schema.ExpressionSql;
import dev.cuenta.store.schema.IdType;
import dev.cuenta.store.schema.Shape;
import dev.cuenta.store.statement.KeyBatch;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.function.Function;
import java.util.function.UnaryOperator;
import org.jspecify.annotations.Nullable;

/**
 * The statements that give existing records their values, a batch at a time. Each takes the last batch's last key, and answers
 * with this one's and with how many were filled: each batch costs the same, however many came before it. Each has two
 * parameters, the last key and how many records a batch has at most.
 */
public final class Backfill {
    private final Shape shape;
    private final Function<Field, String> columns;

    /** @param columns in which column a field's value is found at the moment, or what SQL has in its stead */
    public Backfill(Shape shape, Function<Field, String> columns) {
        this.shape = shape;
        this.columns = columns;
    }

    /**
     * Gives the profile to a kind's accounts, with the values that move there and the constants that its fields have for
     * existing records.
     *
     * @param noting around the work; see {@link BackfillMarks#noting}
     */
    public String profile(String profile, String kind, List<Move> moves, UnaryOperator<String> noting) {
        StringBuilder names = new StringBuilder();
        StringBuilder values = new StringBuilder();
        shape.model().fieldsOfProfile(profile).stream()
                .filter(Field::stored)
                .forEach(field -> given(field, moves).ifPresent(value -> {
                    names.append(", ").append(quoted(Shape.column(field)));
                    values.append(", ").append(value);
                }));
        String insert =
                "insert into %s (account_id%s) select key%s from batch on conflict do nothing returning account_id as key, '' as mark"
                        .formatted(qualified(profile), names, values);
        return walk("id", qualified(null), "kind = " + literal(kind), insert, noting);
    }

    private static Optional<String> given(Field field, List<Move> moves) {
        Optional<String> constant = field.forExisting().map(value -> literal(field.column(), value));
        return moves.stream()
                .filter(move -> move.after().path().equals(field.path()))
                .map(move -> move.value("key"))
                .map(value -> constant.map(otherwise -> "coalesce(" + value + ", " + otherwise + ")")
                        .orElse(value))
                .findFirst()
                .or(() -> constant);
    }

    /**
     * Backfill the column where it is empty: with a constant, or with what the field's expression gives each record.
     *
     * @param noting around the work; see {@link BackfillMarks#noting}
     */
    public String column(Field field, String column, UnaryOperator<String> noting) {
        String work = field.existingFrom() == null ? constant(field, column) : computed(field, column);
        return walk(Ddl.keyOf(field), qualified(field.path().profile()), quoted(column) + " is null", work, noting);
    }

    /** Gives accounts the ids that their model asks for, in the order of their keys. */
    String secondId() {
        boolean counting = shape.idType() == IdType.COUNTING;
        String next = Ddl.nextId(shape.model().id(), "a.created_at");
        String update =
                "update %1$s a set %2$s = %3$s from (select key%4$s from batch) b where a.id = b.key and a.%2$s is null returning 1"
                        .formatted(
                                qualified(null),
                                Shape.SECOND_ID,
                                counting ? "b.number" : next,
                                counting ? ", " + next + " as number" : "");
        return walk("id", qualified(null), Shape.SECOND_ID + " is null", update);
    }

    /** Gives back what a narrower revision put aside, where nobody gave another value since. */
    public String restored(Plan.Same same, String column, String kept) {
        Field field = same.after();
        String condition = returning(same, column, kept);
        String work = "update %1$s set %2$s = %3$s where %4$s in (select key from batch) and %5$s returning 1"
                .formatted(
                        qualified(field.path().profile()), quoted(column), quoted(kept), Ddl.keyOf(field), condition);
        return walk(Ddl.keyOf(field), qualified(field.path().profile()), condition, work);
    }

    /** Whether a record's value was put aside by the narrower rules and has a place again under the new ones. */
    public static String returning(Plan.Same same, String column, String kept) {
        String instead = same.before()
                .forExisting()
                .map(value -> literal(same.before().column(), value))
                .orElse("null");
        return "%1$s is not null and %2$s is not distinct from %3$s and not (%4$s) and (%5$s)"
                .formatted(
                        quoted(kept), quoted(column), instead, rules(same.before(), kept), rules(same.after(), kept));
    }

    private static String rules(Field field, String column) {
        List<String> conditions = Shape.checks(field, column).stream()
                .map(check -> "(" + check.condition() + ")")
                .toList();
        return conditions.isEmpty() ? "true" : String.join(" and ", conditions);
    }

    private static String constant(Field field, String column) {
        return "update %1$s set %2$s = %3$s where %4$s in (select key from batch) and %2$s is null returning %4$s as key, %5$s as mark"
                .formatted(
                        qualified(field.path().profile()),
                        quoted(column),
                        literal(field.column(), field.forExisting().orElseThrow()),
                        Ddl.keyOf(field),
                        BackfillMarks.mark(quoted(column)));
    }

    private String computed(Field field, String column) {
        Computed computed = compute(field);
        return """
                update %1$s t set %2$s = computed.value from (
                    select a.id, %3$s as value from accounts.account a%4$s where a.id in (select key from batch)) computed
                where t.%5$s = computed.id and t.%2$s is null and computed.value is not null returning t.%5$s as key, %6$s as mark""".formatted(
                        qualified(field.path().profile()),
                        quoted(column),
                        computed.value(),
                        computed.joins(),
                        Ddl.keyOf(field),
                        BackfillMarks.mark("t." + quoted(column)));
    }

    /** Those of the records that are to have the field to which its expression gives no value, as a query of keys. */
    public String uncomputed(Field field) {
        Computed computed = compute(field);
        String profile = field.path().profile();
        String having = has(profile);
        return "select a.id as key from accounts.account a" + computed.joins() + " where " + having + " and "
                + computed.value() + " is null";
    }

    /** The records that are to have the field and what its expression gives them, as a query of keys and values to compare. */
    public String computed(Field field) {
        Computed computed = compute(field);
        return "select a.id as key, " + Shape.comparable(field, computed.value()) + " as value from accounts.account a"
                + computed.joins() + " where " + has(field.path().profile());
    }

    private static String has(@Nullable String profile) {
        return profile == null
                ? "true"
                : "exists (select 1 from " + qualified(profile) + " own where own.account_id = a.id)";
    }

    private record Computed(String value, String joins) {}

    private Computed compute(Field field) {
        Set<String> profiles = new LinkedHashSet<>();
        ExpressionSql expressions = new ExpressionSql(
                shape,
                source -> {
                    String column = columns.apply(source);
                    if (!column.startsWith("\"")) {
                        return column;
                    }
                    String profile = source.path().profile();
                    if (profile != null) {
                        profiles.add(profile);
                    }
                    return (profile == null ? "a" : quoted(Shape.table(profile))) + "." + column;
                },
                () -> "");
        String value = expressions.forExisting(field);
        StringBuilder joins = new StringBuilder();
        profiles.forEach(profile -> joins.append(" left join %1$s %2$s on %2$s.account_id = a.id"
                .formatted(qualified(profile), quoted(Shape.table(profile)))));
        return new Computed(value, joins.toString());
    }

    /** Makes the shadow of a reference refer by the accounts' present ids. */
    public String reference(ShadowColumn shadow) {
        String key = Ddl.keyOf(shadow.field());
        String update = "update %1$s t set %2$s = %3$s where t.%4$s in (select key from batch) returning 1"
                .formatted(
                        shadow.table(),
                        quoted(shadow.column()),
                        shape.idOfFormer("t." + quoted(shadow.formerColumn())),
                        key);
        return walk(key, shadow.table(), shadow.missing(), update);
    }

    /** Makes one kind's accounts another kind's. */
    public String kind(String gone, String heir) {
        String update = "update %s set kind = %s where id in (select key from batch) returning 1"
                .formatted(qualified(null), literal(heir));
        return walk("id", qualified(null), "kind = " + literal(gone), update);
    }

    String walk(String key, String table, String condition, String work) {
        return walk(key, table, condition, work, BackfillMarks.NOT_NOTED);
    }

    private String walk(String key, String table, String condition, String work, UnaryOperator<String> noting) {
        String batch = "select %1$s as key from %2$s where %3$s and %1$s > cast(? as %4$s) order by %1$s limit ?"
                .formatted(key, table, condition, shape.keyType().sql());
        return KeyBatch.sql(batch, noting.apply(work));
    }
}
