package dev.cuenta.store.shadow;

import static dev.cuenta.store.schema.Shape.literal;
import static dev.cuenta.store.schema.Shape.quoted;

import dev.cuenta.core.model.Field;
import dev.cuenta.store.schema.Ddl;
import dev.cuenta.store.schema.DependentTables;
import dev.cuenta.store.schema.IdType;
import dev.cuenta.store.schema.Shape;
import dev.cuenta.store.statement.BriefStatement;
import dev.cuenta.store.statement.KeyBatch;
import java.util.function.UnaryOperator;

/** What a publish filled into columns and tables that the old revision has, so that cancelling can take it back. */
public final class BackfillMarks {
    /** For what goes as a whole when the publish is cancelled. */
    public static final UnaryOperator<String> NOT_NOTED = work -> "done as (" + work + ")";

    private final int revision;
    private final IdType keys;

    public BackfillMarks(int revision, IdType keys) {
        this.revision = revision;
        this.keys = keys;
    }

    /** The value as it is told from one that somebody gave since. */
    public static String mark(String column) {
        return "md5(cast(" + column + " as text))";
    }

    /**
     * Writes down whom the work of a batch gave something.
     *
     * @return what makes of the work, which returns keys and marks, the common table expression {@code done}
     */
    public UnaryOperator<String> noting(String place) {
        return work -> """
                given as (%s),
                done as (insert into %s (revision, place, account_id, given) select %d, %s, key, mark from given
                    on conflict (revision, place, account_id) do update set given = excluded.given returning 1)""".formatted(work, DependentTables.FILLED, revision, literal(place));
    }

    public static String placeOf(Field field, String column) {
        return Shape.qualified(field.path().profile()) + "." + column;
    }

    /** Empties the column where it still has what was filled in. */
    public String emptied(Field field, String column) {
        return walk(
                placeOf(field, column),
                "update " + Shape.qualified(field.path().profile()) + " t set " + quoted(column)
                        + " = null from batch b where t." + Ddl.keyOf(field) + " = b.key and "
                        + mark("t." + quoted(column)) + " = b.given returning 1");
    }

    /** Takes the profile from those who were given it. */
    public String taken(String profile) {
        String table = Shape.qualified(profile);
        return walk(table, "delete from " + table + " where account_id in (select key from batch) returning 1");
    }

    private String walk(String place, String work) {
        String batch = "select account_id as key, given from " + DependentTables.FILLED + whatWasGiven(place)
                + " and account_id > cast(? as " + keys.sql() + ") order by account_id limit ?";
        return KeyBatch.sql(batch, NOT_NOTED.apply(work));
    }

    /** How many there are, as a query. */
    public String count(String place) {
        return "select count(*) from " + DependentTables.FILLED + whatWasGiven(place);
    }

    private String whatWasGiven(String place) {
        return " where revision = " + revision + " and place = " + literal(place);
    }

    public BriefStatement forget() {
        return BriefStatement.of("delete from " + DependentTables.FILLED + " where revision = " + revision);
    }
}
