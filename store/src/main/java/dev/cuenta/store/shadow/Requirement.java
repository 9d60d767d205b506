package dev.cuenta.store.shadow;

import static dev.cuenta.store.schema.Shape.quoted;

import dev.cuenta.core.model.Field;
import dev.cuenta.store.schema.Catalogue;
import dev.cuenta.store.schema.RuleNames;
import dev.cuenta.store.schema.Shape;
import dev.cuenta.store.statement.BriefStatement;
import dev.cuenta.store.statement.OnlineStatement;

/** Makes a column required without holding anyone up. */
public final class Requirement {
    private final Statements statements;
    private final Catalogue catalogue;

    public Requirement(Statements statements, Catalogue catalogue) {
        this.statements = statements;
        this.catalogue = catalogue;
    }

    /**
     * SET NOT NULL alone would scan the table under a lock; with a proven check it does not. A record that the old revision
     * made in between may have no value: then the check stays as it is, and holds for every record from now on.
     */
    public void put(Field field, String column) {
        if (catalogue.has(field, column)) {
            put(Shape.qualified(field.path().profile()), column, RuleNames.of(field, "required"));
        }
    }

    public void put(String table, String column, String constraint) {
        String check = quoted(constraint);
        if (catalogue.isRequired(table, column)) {
            if (catalogue.isChecked(table, column, constraint)) {
                // Cut off when the column was required already, and the check that had proven it was still there.
                statements.shortly(BriefStatement.alter(table, "drop constraint if exists " + check));
            }
            return;
        }
        String condition = quoted(column) + " is not null";
        statements.shortly(BriefStatement.alter(
                table,
                "drop constraint if exists " + check + ", add constraint " + check + " check (" + condition
                        + ") not valid"));
        if (statements.holdsEverywhere(table, condition)) {
            statements.online(new OnlineStatement("alter table " + table + " validate constraint " + check));
            statements.shortly(BriefStatement.alter(table, "alter column " + quoted(column) + " set not null"));
            statements.shortly(BriefStatement.alter(table, "drop constraint " + check));
        }
    }
}
