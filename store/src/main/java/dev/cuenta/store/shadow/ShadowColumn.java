package dev.cuenta.store.shadow;

import static dev.cuenta.store.schema.Shape.quoted;

import dev.cuenta.core.model.Field;
import dev.cuenta.core.type.Column;
import dev.cuenta.store.schema.Ddl;
import dev.cuenta.store.schema.FieldIndex;
import dev.cuenta.store.schema.RuleNames;
import dev.cuenta.store.schema.Shape;
import dev.cuenta.store.statement.BriefStatement;
import java.util.ArrayList;
import java.util.List;
import org.jspecify.annotations.Nullable;

/**
 * A column beside the one whose values it takes over, converted. While instances of both revisions write, a trigger carries
 * each write over to the other column; what SQL cannot convert as the field's type would is left empty, and the fill that
 * follows does it. In the end the shadow gets the field's name, and the old column is kept aside.
 */
public final class ShadowColumn {
    private final Plan.Same same;
    private final int number;
    private final Shape shape;
    private final Shape before;
    private final @Nullable String original;

    /** @param original where the values are kept that the field had when it was last as it is to be; null if nowhere */
    ShadowColumn(Plan.Same same, Plan plan, @Nullable String original) {
        this.same = same;
        this.original = original;
        this.number = plan.number();
        this.shape = plan.shape();
        this.before = plan.shapeBefore();
    }

    public Field field() {
        return same.after();
    }

    public Field formerField() {
        return same.before();
    }

    public String table() {
        return Shape.qualified(field().path().profile());
    }

    /** What the column is called until it gets the field's name. */
    public String column() {
        return RuleNames.fitting("next_r" + number + "_" + Shape.column(field()));
    }

    /** The column of the originals, or what SQL has for none. */
    public String originals() {
        return original == null ? "cast(null as " + type() + ")" : quoted(original);
    }

    public String formerColumn() {
        return Shape.column(formerField());
    }

    String keptAs() {
        return RuleNames.fitting("kept_r" + number + "_" + formerColumn());
    }

    public String type() {
        return shape.type(field());
    }

    private String formerType() {
        return before.type(formerField());
    }

    private String function() {
        return Shape.SCHEMA + "."
                + quoted(RuleNames.fitting("carry_r" + number + "_"
                        + Shape.table(field().path().profile()) + "_" + Shape.column(field())));
    }

    private String trigger() {
        return quoted(RuleNames.fitting("carry_r" + number + "_" + Shape.column(field())));
    }

    public List<BriefStatement> expand() {
        List<BriefStatement> statements = new ArrayList<>();
        statements.add(BriefStatement.alter(
                table(),
                "add column if not exists " + quoted(column()) + " " + type() + ", alter column "
                        + quoted(formerColumn()) + " drop not null"));
        statements.add(BriefStatement.of(carry()));
        statements.add(BriefStatement.on(
                table(),
                "create or replace trigger " + trigger() + " before insert or update on " + table()
                        + " for each row when (current_setting('cuenta.filling', true) is distinct from 'on') execute function "
                        + function() + "()"));
        return statements;
    }

    /** The fill itself is not carried back: it must not touch what is kept aside. */
    private String carry() {
        return """
                create or replace function %1$s() returns trigger language plpgsql as $carry$
                declare
                    carried %2$s;
                    returned %3$s;
                begin
                    if tg_op = 'INSERT' and new.%4$s is null or tg_op = 'UPDATE' and new.%5$s is distinct from old.%5$s then
                        begin
                            carried := %6$s;
                            new.%4$s := carried;
                            if not (%7$s) then
                                new.%4$s := null;
                            end if;
                        exception when others then
                            new.%4$s := null;
                        end;
                    elsif tg_op = 'INSERT' or new.%4$s is distinct from old.%4$s then
                        begin
                            returned := %8$s;
                            new.%5$s := returned;
                            if not (%9$s) then
                                new.%5$s := null;
                            end if;
                        exception when others then
                            new.%5$s := null;
                        end;
                    end if;
                    return new;
                end $carry$""".formatted(
                        function(),
                        type(),
                        formerType(),
                        quoted(column()),
                        quoted(formerColumn()),
                        carried(formerField(), before, field(), shape, "new." + quoted(formerColumn())),
                        rules(field(), column()),
                        carried(field(), shape, formerField(), before, "new." + quoted(column())),
                        rules(formerField(), formerColumn()));
    }

    private static String rules(Field field, String column) {
        return Shape.rules(field, column).replace(quoted(column), "new." + quoted(column));
    }

    /** Whether it is the same reference, by ids of another sort. */
    public boolean refersOtherwise() {
        return field().column().is(Column.Kind.ACCOUNT)
                && formerField().column().is(Column.Kind.ACCOUNT)
                && shape.idType() != before.idType();
    }

    /** Which records have a value that did not come over yet. */
    public String missing() {
        return quoted(formerColumn()) + " is not null and " + quoted(column()) + " is null";
    }

    /** The shadow's own, until the old column's gives its name away. */
    public String reference() {
        return RuleNames.numbered(RuleNames.of(field(), Shape.REFERENCE), number);
    }

    /** Empty where only the type itself can say what the value becomes. */
    private static String carried(Field from, Shape shapeFrom, Field to, Shape shapeTo, String expression) {
        if (from.column().is(Column.Kind.ACCOUNT) && to.column().is(Column.Kind.ACCOUNT)) {
            return shapeFrom.idType() == shapeTo.idType() ? expression : shapeTo.idOfFormer(expression);
        }
        if (from.secret() || to.secret()) {
            return "null";
        }
        boolean judged = !to.type().equals(from.type()) && to.type().hasForm();
        if (judged || from.column().many() != to.column().many()) {
            return "null";
        }
        return from.column().kind() == to.column().kind()
                ? expression
                : "cast(cast(" + expression + " as text) as " + shapeTo.type(to) + ")";
    }

    /** Gives the shadow the field's name and keeps the old column aside, in one moment. */
    List<BriefStatement> settle() {
        List<BriefStatement> statements = new ArrayList<>(uncarry());
        statements.addAll(Ddl.dropRules(formerField()));
        FieldIndex.all(formerField()).forEach(index -> statements.add(index.drop(formerField())));
        statements.add(Ddl.alterColumn(formerField(), formerColumn(), "drop default"));
        statements.add(Ddl.renameColumn(field().path().profile(), formerColumn(), keptAs()));
        statements.add(Ddl.renameColumn(field().path().profile(), column(), Shape.column(field())));
        if (field().column().is(Column.Kind.ACCOUNT)) {
            statements.add(BriefStatement.alter(
                    table(),
                    "rename constraint " + quoted(reference()) + " to "
                            + quoted(RuleNames.of(field(), Shape.REFERENCE))));
        }
        FieldIndex.all(field())
                .forEach(index -> statements.add(FieldIndex.rename(index.nameInRevision(number), index.name())));
        statements.add(KeptColumns.noting(formerField(), keptAs(), number));
        statements.add(
                BriefStatement.of("delete from cuenta.column_name where revision = " + number + " and physical = "
                        + Shape.literal(column()) + " and table_name = "
                        + Shape.literal(Shape.table(field().path().profile()))));
        return statements;
    }

    private List<BriefStatement> uncarry() {
        return List.of(
                BriefStatement.on(table(), "drop trigger if exists " + trigger() + " on " + table()),
                BriefStatement.of("drop function if exists " + function() + "()"));
    }

    public List<BriefStatement> undo() {
        List<BriefStatement> statements = new ArrayList<>(uncarry());
        statements.add(BriefStatement.alter(table(), "drop column if exists " + quoted(column())));
        return statements;
    }
}
