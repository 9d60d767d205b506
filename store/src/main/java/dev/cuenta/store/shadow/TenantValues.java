package dev.cuenta.store.shadow;

import static dev.cuenta.store.schema.Shape.literal;
import static dev.cuenta.store.schema.Shape.quoted;

import dev.cuenta.core.model.Field;
import dev.cuenta.core.type.Column;
import dev.cuenta.store.schema.Ddl;
import dev.cuenta.store.schema.IdType;
import dev.cuenta.store.schema.RuleNames;
import dev.cuenta.store.schema.Shape;
import dev.cuenta.store.statement.BriefStatement;
import java.util.ArrayList;
import java.util.List;

/**
 * Keeps a field's values apart within each tenant. A table holds, for each tenant, the values of its members in the form in
 * which they are compared; its primary key is the rule. Triggers on the field's table and on memberships keep it true, so it
 * does not matter which revision writes. Both lock the account first: whoever changes its value and whoever makes it a member
 * at the same moment come one after the other.
 */
public final class TenantValues {
    /** Apart from the tables of the model, whose names a field could give. */
    private static final String SCHEMA = "cuenta.";

    private static final String MEMBERSHIP = "cuenta.membership";

    private final Field field;
    private final String column;
    private final String name;
    private final int revision;
    private final IdType keys;

    private TenantValues(Field field, String column, String name, int revision, IdType keys) {
        this.field = field;
        this.column = column;
        this.name = name;
        this.revision = revision;
        this.keys = keys;
    }

    /** What the field has when its publish is over. */
    static TenantValues of(Field field, int revision, IdType keys) {
        return new TenantValues(field, Shape.column(field), RuleNames.of(field, RuleNames.PER_TENANT), revision, keys);
    }

    /** The same while it is made ready, from the column in which the values are meanwhile. */
    TenantValues beside(String columnNow) {
        return new TenantValues(field, columnNow, RuleNames.numbered(name, revision), revision, keys);
    }

    Field field() {
        return field;
    }

    /** Noted with the table, so that a publish that is taken up again knows what is done. */
    String note() {
        return "What no two accounts of a tenant share, since revision " + revision;
    }

    String table() {
        return SCHEMA + quoted(name);
    }

    private String source() {
        return Shape.qualified(field.path().profile());
    }

    private String key() {
        return Ddl.keyOf(field);
    }

    private String form(String alias) {
        String value = alias + "." + quoted(column);
        return field.column().is(Column.Kind.TEXT) ? Shape.comparable(field, value) : "cast(" + value + " as text)";
    }

    /** The table with its triggers, empty. */
    public List<BriefStatement> make() {
        List<BriefStatement> statements = new ArrayList<>();
        statements.add(BriefStatement.on(Shape.qualified(null), """
                create table if not exists %1$s (
                    tenant_id uuid not null references cuenta.tenant on delete cascade,
                    form text not null,
                    account_id %2$s not null references accounts.account on delete cascade,
                    constraint %3$s primary key (tenant_id, form)
                )""".formatted(table(), keys.sql(), part("key")))
                .and(Ddl.TENANT));
        statements.add(BriefStatement.of(
                "create index if not exists " + part("account") + " on " + table() + " (account_id)"));
        statements.addAll(bind());
        return statements;
    }

    /**
     * As the tables' owner: whoever changes a value within one tenant is not shown the others that it counts in. Statements within a function each see what was committed before they began, so what is looked up after the lock is true.
     */
    private List<BriefStatement> bind() {
        String keep = """
                create or replace function %7$s(holder %2$s) returns void language plpgsql
                    security definer set search_path = pg_catalog, pg_temp as $keep$
                begin
                    perform 1 from accounts.account where id = holder for no key update;
                    delete from %1$s where account_id = holder;
                    insert into %1$s (tenant_id, form, account_id)
                    select m.tenant_id, %3$s, holder from %4$s v join cuenta.membership m on m.account_id = v.%5$s
                    where v.%5$s = holder and v.%6$s is not null;
                end $keep$""".formatted(table(), keys.sql(), form("v"), source(), key(), quoted(column), function("keep"));
        String ofValue = """
                create or replace function %1$s() returns trigger language plpgsql as $keep$
                begin
                    if tg_op = 'UPDATE' and %3$s is not distinct from %4$s then
                        return null;
                    end if;
                    perform %2$s(coalesce(new.%5$s, old.%5$s));
                    return null;
                end $keep$""".formatted(function("value"), function("keep"), form("old"), form("new"), key());
        String ofMember = """
                create or replace function %1$s() returns trigger language plpgsql as $keep$
                begin
                    perform %2$s(coalesce(new.account_id, old.account_id));
                    return null;
                end $keep$""".formatted(function("member"), function("keep"));
        return List.of(
                BriefStatement.of(keep),
                BriefStatement.of(ofValue),
                BriefStatement.of(ofMember),
                trigger(source(), "insert or update or delete", "value"),
                trigger(MEMBERSHIP, "insert or delete", "member"));
    }

    private BriefStatement trigger(String table, String events, String does) {
        return BriefStatement.on(
                table,
                "create or replace trigger " + quoted(name) + " after " + events + " on " + table
                        + " for each row execute function " + function(does) + "()");
    }

    private String part(String suffix) {
        return quoted(RuleNames.fitting(name + "_" + suffix));
    }

    private String function(String does) {
        return SCHEMA + part(does);
    }

    private List<BriefStatement> unbind() {
        return List.of(
                BriefStatement.on(source(), "drop function if exists " + function("value") + "() cascade"),
                BriefStatement.on(MEMBERSHIP, "drop function if exists " + function("member") + "() cascade"),
                BriefStatement.of("drop function if exists " + function("keep") + "(" + keys.sql() + ")"));
    }

    public List<BriefStatement> drop() {
        List<BriefStatement> statements = new ArrayList<>(unbind());
        statements.add(BriefStatement.on(Shape.qualified(null), "drop table if exists " + table())
                .and(Ddl.TENANT));
        return statements;
    }

    /** How many records have a value, as a query. */
    public String toFill() {
        return "select count(" + quoted(column) + ") from " + source();
    }

    /** Takes up what is there. For an account that was done before, the same again changes nothing. */
    public String fill(Backfill backfill) {
        return backfill.walk(
                key(), source(), quoted(column) + " is not null", "select " + function("keep") + "(key) from batch");
    }

    /** Takes over from what was made ready beside it, in one moment. */
    List<BriefStatement> settle(TenantValues ready) {
        List<BriefStatement> statements = new ArrayList<>(drop());
        statements.addAll(ready.unbind());
        statements.add(
                BriefStatement.alter(ready.table(), "rename constraint " + ready.part("key") + " to " + part("key")));
        statements.add(
                BriefStatement.of("alter index " + SCHEMA + ready.part("account") + " rename to " + part("account")));
        statements.add(BriefStatement.alter(ready.table(), "rename to " + quoted(name)));
        statements.addAll(bind());
        statements.add(BriefStatement.of("comment on table " + table() + " is " + literal(note())));
        return statements;
    }
}
