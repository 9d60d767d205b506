package dev.cuenta.store.schema;

import static dev.cuenta.store.schema.Shape.quoted;

import dev.cuenta.core.model.Field;
import dev.cuenta.core.type.Column;
import dev.cuenta.store.statement.BriefStatement;
import dev.cuenta.store.statement.OnlineStatement;
import java.util.ArrayList;
import java.util.List;

/**
 * An index that a field asks for.
 *
 * @param of what it is on, as SQL says it behind the table's name
 */
public record FieldIndex(String name, boolean unique, String of) {
    static final String SEARCH = "search";
    static final String SORTED = "sorted";
    static final String COMPARED = "compared";

    public static List<FieldIndex> all(Field field) {
        return all(field, Shape.column(field));
    }

    /** The same while its values are in a column of that name. */
    public static List<FieldIndex> all(Field field, String columnName) {
        List<FieldIndex> indexes = new ArrayList<>();
        String column = quoted(columnName);
        String within = field.withinTenant() ? Ddl.TENANT_KEY + ", " : "";
        if (field.uniqueByIndex()) {
            indexes.add(new FieldIndex(
                    RuleNames.unique(field), true, "(" + within + Shape.comparable(field, column) + ")"));
        }
        if (field.search() && !field.secret()) {
            indexes.add(new FieldIndex(
                    RuleNames.of(field, SEARCH),
                    false,
                    "using gin (" + Shape.comparable(field, column) + " gin_trgm_ops)"));
        }
        if (field.indexed()) {
            indexes.add(new FieldIndex(
                    RuleNames.of(field, SORTED),
                    false,
                    "(" + within + Shape.sortable(field, column) + ", " + Ddl.keyOf(field) + ")"));
        }
        if (field.indexed() && Shape.isLinguistic(field)) {
            // In an order in which all with the same beginning stand together.
            indexes.add(new FieldIndex(
                    RuleNames.of(field, COMPARED),
                    false,
                    "(" + within + Shape.comparable(field, column) + " text_pattern_ops)"));
        }
        if (field.column().is(Column.Kind.ACCOUNT)) {
            indexes.add(new FieldIndex(RuleNames.of(field, Shape.REFERENCE), false, "(" + column + ")"));
        }
        return indexes;
    }

    /** While a shadow of the column is filled, the index on the old one still has the name. */
    public String nameInRevision(int number) {
        return RuleNames.numbered(name, number);
    }

    public OnlineStatement create(Field field, String called) {
        return new OnlineStatement("create " + (unique ? "unique " : "") + "index concurrently if not exists "
                + quoted(called) + " on " + Shape.qualified(field.path().profile()) + " " + of);
    }

    /** Within a moment that changes more. */
    public BriefStatement drop(Field field) {
        return BriefStatement.on(
                Shape.qualified(field.path().profile()), "drop index if exists " + Shape.SCHEMA + "." + quoted(name));
    }

    public static OnlineStatement drop(String name) {
        return new OnlineStatement("drop index concurrently if exists " + Shape.SCHEMA + "." + quoted(name));
    }

    /** Holds nobody up. */
    public static BriefStatement rename(String from, String to) {
        return BriefStatement.of(
                "alter index if exists " + Shape.SCHEMA + "." + quoted(from) + " rename to " + quoted(to));
    }
}
