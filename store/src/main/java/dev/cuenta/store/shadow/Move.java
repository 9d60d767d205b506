package dev.cuenta.store.shadow;

import static dev.cuenta.store.schema.Shape.quoted;

import dev.cuenta.core.model.Field;
import dev.cuenta.store.schema.Ddl;
import dev.cuenta.store.schema.RuleNames;
import dev.cuenta.store.schema.Shape;
import dev.cuenta.store.statement.BriefStatement;
import java.util.ArrayList;
import java.util.List;

/**
 * A field whose values go to another table, because it becomes one of another profile or of the account itself. While instances
 * of both revisions write, triggers carry each write over to the other table, and a record that one of them makes takes its
 * value from the other's. In the end the old column is kept aside.
 */
public final class Move {
    private final Field before;
    private final Field after;
    private final Plan plan;

    public Move(Plan.Same same, Plan plan) {
        this.before = same.before();
        this.after = same.after();
        this.plan = plan;
    }

    Field before() {
        return before;
    }

    Field after() {
        return after;
    }

    private static String table(Field field) {
        return Shape.qualified(field.path().profile());
    }

    private static String column(Field field) {
        return quoted(Shape.column(field));
    }

    public List<BriefStatement> expand() {
        List<BriefStatement> statements = new ArrayList<>();
        statements.add(Ddl.alter(
                after,
                "add column if not exists " + column(after) + " " + plan.shape().type(after)));
        statements.add(Ddl.alterColumn(before, Shape.column(before), "drop not null"));
        statements.addAll(carry(before, after, over(before, after)));
        boolean profileStays =
                plan.next().profiles().containsKey(String.valueOf(before.path().profile()));
        statements.addAll(
                carry(after, before, before.path().profile() == null || profileStays ? over(after, before) : anew()));
        return statements;
    }

    /** What is written to the one goes to the other's record, if there is one. */
    private static String over(Field from, Field to) {
        return "update %1$s set %2$s = new.%3$s where %4$s = new.%5$s and %2$s is distinct from new.%3$s;"
                .formatted(table(to), column(to), column(from), Ddl.keyOf(to), Ddl.keyOf(from));
    }

    /** The new revision makes no records of a profile that goes; the old one expects them. */
    private String anew() {
        return "insert into %1$s (account_id, %2$s) values (new.%3$s, new.%4$s) on conflict (account_id) do update set %2$s = excluded.%2$s;"
                .formatted(table(before), column(before), Ddl.keyOf(after), column(after));
    }

    private List<BriefStatement> carry(Field from, Field to, String push) {
        String function = function(from);
        String trigger = trigger(from);
        String guard =
                " for each row when (pg_trigger_depth() = 0 and current_setting('cuenta.filling', true) is distinct from 'on')"
                        + " execute function " + function + "()";
        return List.of(
                BriefStatement.of("""
                create or replace function %1$s() returns trigger language plpgsql security definer set search_path = pg_catalog, pg_temp as $carry$
                begin
                    if tg_when = 'BEFORE' then
                        if new.%2$s is null then
                            select %3$s into new.%2$s from %4$s where %5$s = new.%6$s;
                        end if;
                    elsif tg_op = 'INSERT' or new.%2$s is distinct from old.%2$s then
                        %7$s
                    end if;
                    return new;
                end $carry$""".formatted(
                                function, column(from), column(to), table(to), Ddl.keyOf(to), Ddl.keyOf(from), push)),
                BriefStatement.on(
                        table(from),
                        "create or replace trigger " + quoted(RuleNames.fitting(trigger + "_in")) + " before insert on "
                                + table(from) + guard),
                BriefStatement.on(
                        table(from),
                        "create or replace trigger " + quoted(RuleNames.fitting(trigger + "_out"))
                                + " after insert or update on " + table(from) + guard));
    }

    private String trigger(Field from) {
        return "carry_r" + plan.number() + "_" + Shape.table(from.path().profile()) + "_" + Shape.column(from);
    }

    private String function(Field from) {
        return Shape.SCHEMA + "." + quoted(RuleNames.fitting(trigger(from)));
    }

    /** How many values are still to be moved, as a query. */
    public String toFill() {
        return "select count(*) from " + table(after) + " t join " + table(before) + " s on s." + Ddl.keyOf(before)
                + " = t." + Ddl.keyOf(after) + " where t." + column(after) + " is null and s." + column(before)
                + " is not null";
    }

    public String fill(Backfill backfill) {
        String update =
                "update %1$s t set %2$s = s.%3$s from %4$s s where s.%5$s = t.%6$s and t.%6$s in (select key from batch) and t.%2$s is null and s.%3$s is not null returning 1"
                        .formatted(
                                table(after),
                                column(after),
                                column(before),
                                table(before),
                                Ddl.keyOf(before),
                                Ddl.keyOf(after));
        return backfill.walk(Ddl.keyOf(after), table(after), column(after) + " is null", update);
    }

    /** Nothing is carried any more. */
    public List<BriefStatement> part() {
        return List.of(
                BriefStatement.on(table(before), "drop function if exists " + function(before) + "() cascade"),
                BriefStatement.on(table(after), "drop function if exists " + function(after) + "() cascade"));
    }
}
