package dev.cuenta.store.verify;

import static dev.cuenta.store.schema.Shape.quoted;

import dev.cuenta.core.model.AccountModel;
import dev.cuenta.core.model.Field;
import dev.cuenta.store.schema.AccountIndexes;
import dev.cuenta.store.schema.Ddl;
import dev.cuenta.store.schema.FieldIndex;
import dev.cuenta.store.schema.RuleNames;
import dev.cuenta.store.schema.Shape;
import dev.cuenta.store.statement.BriefStatement;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;

/** What verification compares with, and what brings a table back to the revision's word. */
final class Repairs {
    private final AccountModel model;
    private final Ddl ddl;
    private final Shape shape;

    Repairs(Shape shape) {
        this.model = shape.model();
        this.ddl = new Ddl(shape);
        this.shape = shape;
    }

    /** The table once more, as a temporary one that goes with its transaction; and its indexes. */
    List<String> shadowOfTable(String table) {
        boolean account = table.equals(Shape.ACCOUNT);
        List<Field> fields = account
                ? ddl.storedFields(null)
                : model.fields().values().stream()
                        .filter(Field::stored)
                        .filter(field -> Shape.table(field.path().profile()).equals(table))
                        .toList();
        Optional<String> inTenants = model.profiles(true).stream()
                .filter(profile -> Shape.table(profile).equals(table))
                .findFirst();
        List<String> columns = new ArrayList<>(
                account
                        ? ddl.accountColumns()
                        : inTenants.isPresent()
                                ? ddl.tenantProfileKey()
                                : List.of("account_id " + shape.keyType().sql() + " primary key"));
        fields.forEach(field -> columns.add(ddl.columnForNew(field)));
        List<String> statements = new ArrayList<>();
        statements.add(
                "create temporary table " + quoted(table) + " (" + String.join(", ", columns) + ") on commit drop");
        if (account) {
            statements.addAll(AccountIndexes.on("pg_temp.account"));
        } else if (inTenants.isPresent()) {
            // A temporary table refers to temporary ones only.
            statements.add("create temporary table if not exists membership ("
                    + String.join(", ", ddl.tenantProfileKey()) + ") on commit drop");
            statements.add("alter table pg_temp." + quoted(table) + " add constraint "
                    + quoted(table + "_account_id_tenant_id_fkey") + " "
                    + Ddl.OF_MEMBERSHIP.formatted("pg_temp.membership"));
            statements.add(Ddl.tenantIndex(inTenants.get(), "pg_temp." + quoted(table)));
        } else {
            statements.add(
                    "alter table pg_temp." + quoted(table) + " add constraint " + quoted(table + "_account_id_fkey")
                            + " foreign key (account_id) references pg_temp.account on delete cascade");
        }
        fields.forEach(field -> FieldIndex.all(field)
                .forEach(index -> statements.add("create " + (index.unique() ? "unique " : "") + "index "
                        + quoted(index.name()) + " on pg_temp." + quoted(table) + " " + index.of())));
        fields.forEach(field -> ddl.addReference(field, Shape.column(field))
                .ifPresent(reference -> statements.add(
                        reference.sql().replace("accounts.", "pg_temp.").replace(" not valid", ""))));
        return statements;
    }

    /** What brings the field's column back to the revision's word. */
    String column(Field field, boolean missing) {
        String column = Shape.column(field);
        if (missing) {
            return ddl.addColumn(field).sql() + ";";
        }
        return Ddl.alterColumn(
                                field,
                                column,
                                "type " + shape.type(field) + " using cast(" + quoted(column) + " as "
                                        + shape.type(field) + ")")
                        .sql()
                + "; " + Ddl.setDefault(field, field.defaultValue()).sql() + "; "
                + Ddl.alterColumn(field, column, field.required() ? "set not null" : "drop not null")
                        .sql() + ";";
    }

    String constraint(Field field, String name) {
        Optional<BriefStatement> replaced = name.equals(RuleNames.of(field, Shape.REFERENCE))
                ? ddl.addReference(field, Shape.column(field))
                : Ddl.replaceChecks(field);
        return replaced.map(BriefStatement::sql).orElse("") + "; "
                + Ddl.validate(field, name).sql() + ";";
    }

    String index(Field field, String name, boolean broken) {
        return (broken ? FieldIndex.drop(name).sql() + "; " : "")
                + FieldIndex.all(field).stream()
                        .filter(index -> index.name().equals(name))
                        .map(index -> index.create(field, name).sql() + ";")
                        .findFirst()
                        .orElse("");
    }
}
