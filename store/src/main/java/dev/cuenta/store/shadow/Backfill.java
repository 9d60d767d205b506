package dev.cuenta.store.shadow;

import static dev.cuenta.store.schema.Shape.literal;
import static dev.cuenta.store.schema.Shape.qualified;
import static dev.cuenta.store.schema.Shape.quoted;

import dev.cuenta.core.model.Field;
import dev.cuenta.store.schema.Ddl;
import dev.cuenta.store.schema.IdType;
import dev.cuenta.store.schema.Shape;
import dev.cuenta.store.statement.KeyBatch;
import java.util.function.UnaryOperator;

/**
 * The statements that give existing records their values, a batch at a time. Each takes the last batch's last key, and answers
 * with this one's and with how many were filled: each batch costs the same, however many came before it. Each has two
 * parameters, the last key and how many records a batch has at most.
 */
public final class Backfill {
    private final Shape shape;

    public Backfill(Shape shape) {
        this.shape = shape;
    }

    /**
     * Fills the column with the constant for existing records where it is empty.
     *
     * @param noting around the work; see {@link BackfillMarks#noting}
     */
    public String column(Field field, String column, UnaryOperator<String> noting) {
        return walk(
                Ddl.keyOf(field),
                qualified(field.path().profile()),
                quoted(column) + " is null",
                constant(field, column),
                noting);
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
                        quoted(kept),
                        quoted(column),
                        instead,
                        Shape.rules(same.before(), kept),
                        Shape.rules(same.after(), kept));
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
