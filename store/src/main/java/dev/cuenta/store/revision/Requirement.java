package dev.cuenta.store.revision;

import static dev.cuenta.store.revision.Shape.quoted;

import dev.cuenta.core.model.Field;

/** Makes a column required without holding anyone up. */
final class Requirement {
    private final Statements statements;
    private final Catalogue catalogue;

    Requirement(Statements statements, Catalogue catalogue) {
        this.statements = statements;
        this.catalogue = catalogue;
    }

    /**
     * SET NOT NULL alone would scan the table under a lock; with a proven check it does not. A record that the old revision
     * made in between may have no value: then the check stays as it is, and holds for every record from now on.
     */
    void put(Field field, String column) {
        if (!catalogue.isNullable(field, column)) {
            return;
        }
        String check = quoted(Shape.constraint(field, "required"));
        statements.shortly(Ddl.alterTable(field) + " drop constraint if exists " + check + ", add constraint " + check
                + " check (" + quoted(column) + " is not null) not valid");
        if (statements.holdsEverywhere(field, quoted(column) + " is not null")) {
            statements.shortly(Ddl.alterTable(field) + " validate constraint " + check);
            statements.shortly(Ddl.alterColumn(field, column, "set not null"));
            statements.shortly(Ddl.alterTable(field) + " drop constraint " + check);
        }
    }
}
