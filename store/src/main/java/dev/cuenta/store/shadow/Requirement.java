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
     * SET NOT NULL alone would scan the table under a lock; with a proven check it does not.
     *
     * @throws RecordsInTheWay where a record has no value; then nothing is required of the others either
     */
    public void put(Field field, String column) {
        String constraint = RuleNames.of(field, "required");
        if (catalogue.has(field, column) && !put(Shape.qualified(field.path().profile()), column, constraint)) {
            throw new RecordsInTheWay(field, constraint);
        }
    }

    /** As above, of a column of Cuenta's own; returns whether every record has a value. */
    public boolean put(String table, String column, String constraint) {
        String check = quoted(constraint);
        if (catalogue.isRequired(table, column)) {
            if (catalogue.isChecked(table, column, constraint)) {
                // Cut off when the column was required already, and the check that had proven it was still there.
                statements.shortly(BriefStatement.alter(table, "drop constraint if exists " + check));
            }
            return true;
        }
        String condition = quoted(column) + " is not null";
        statements.shortly(BriefStatement.alter(
                table,
                "drop constraint if exists " + check + ", add constraint " + check + " check (" + condition
                        + ") not valid"));
        if (!statements.holdsEverywhere(table, condition)) {
            // With the rule in place, whoever changes anything else of such a record would be refused.
            statements.shortly(BriefStatement.alter(table, "drop constraint if exists " + check));
            return false;
        }
        statements.online(new OnlineStatement("alter table " + table + " validate constraint " + check));
        statements.shortly(BriefStatement.alter(table, "alter column " + quoted(column) + " set not null"));
        statements.shortly(BriefStatement.alter(table, "drop constraint " + check));
        return true;
    }
}
