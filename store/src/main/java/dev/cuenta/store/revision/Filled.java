package dev.cuenta.store.revision;

import static dev.cuenta.store.revision.Shape.literal;
import static dev.cuenta.store.revision.Shape.quoted;

import dev.cuenta.core.model.Field;
import java.util.List;
import java.util.function.UnaryOperator;

/** What a publish filled into columns and tables that the old revision has, so that cancelling can take it back. */
final class Filled {
    /** For what goes as a whole when the publish is cancelled. */
    static final UnaryOperator<String> NOT_NOTED = work -> "done as (" + work + ")";

    private static final String TABLE = "cuenta.filled";

    private final int revision;
    private final IdType keys;

    Filled(int revision, IdType keys) {
        this.revision = revision;
        this.keys = keys;
    }

    static Ddl.Part table(String account) {
        return Ddl.Part.table(
                TABLE,
                List.of(
                        "revision integer not null",
                        "place text not null",
                        account,
                        "given text not null",
                        "primary key (revision, place, account_id)"));
    }

    /** The value as it is told from one that somebody gave since. */
    static String mark(String column) {
        return "md5(cast(" + column + " as text))";
    }

    /**
     * Writes down whom the work of a batch gave something.
     *
     * @return what makes of the work, which returns keys and marks, the common table expression {@code done}
     */
    UnaryOperator<String> noting(String place) {
        return work -> """
                given as (%s),
                done as (insert into %s (revision, place, account_id, given) select %d, %s, key, mark from given
                    on conflict (revision, place, account_id) do update set given = excluded.given returning 1)""".formatted(work, TABLE, revision, literal(place));
    }

    static String placeOf(Field field, String column) {
        return Shape.qualified(field.path().profile()) + "." + column;
    }

    /** Empties the column where it still has what was filled in. */
    String emptied(Field field, String column) {
        return walk(
                placeOf(field, column),
                "update " + Shape.qualified(field.path().profile()) + " t set " + quoted(column)
                        + " = null from batch b where t." + Ddl.keyOf(field) + " = b.key and "
                        + mark("t." + quoted(column)) + " = b.given returning 1");
    }

    /** Takes the profile from those who were given it. */
    String taken(String profile) {
        String table = Shape.qualified(profile);
        return walk(table, "delete from " + table + " where account_id in (select key from batch) returning 1");
    }

    private String walk(String place, String work) {
        String batch = "select account_id as key, given from " + TABLE + whatWasGiven(place)
                + " and account_id > cast(? as " + keys.sql() + ") order by account_id limit ?";
        return Fills.batch(batch, NOT_NOTED.apply(work));
    }

    /** How many there are, as a query. */
    String count(String place) {
        return "select count(*) from " + TABLE + whatWasGiven(place);
    }

    private String whatWasGiven(String place) {
        return " where revision = " + revision + " and place = " + literal(place);
    }

    BriefStatement forget() {
        return BriefStatement.of("delete from " + TABLE + " where revision = " + revision);
    }
}
