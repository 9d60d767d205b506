package dev.cuenta.store.schema;

import dev.cuenta.core.model.Field;
import dev.cuenta.store.statement.BriefStatement;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.util.Collection;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import org.jspecify.annotations.Nullable;
import org.springframework.jdbc.core.simple.JdbcClient;

/** What the database says about its own tables. */
public final class Catalogue {
    private final JdbcClient sql;

    public Catalogue(JdbcClient sql) {
        this.sql = sql;
    }

    /** Whether there is a table or an index of the name, which is qualified. */
    public boolean has(String name) {
        return ask("select to_regclass(?) is not null", name);
    }

    /** Those of the names, which are qualified, that no table and no index has. */
    public Set<String> missing(Collection<String> names) {
        return Set.copyOf(sql.sql("select name from unnest(?::text[]) name where to_regclass(name) is null")
                .param(names.toArray(String[]::new))
                .query(String.class)
                .list());
    }

    public boolean hasTable(@Nullable String profile) {
        return has(Shape.qualified(profile));
    }

    public boolean has(Field field, String column) {
        return has(Shape.qualified(field.path().profile()), column);
    }

    public boolean has(String table, String column) {
        return ask(
                "select exists (select 1 from pg_attribute where attrelid = to_regclass(?) and attname = ? and not attisdropped)",
                table,
                column);
    }

    /** Whether the column is there and may not be empty. */
    public boolean isRequired(String table, String column) {
        return ask(
                "select exists (select 1 from pg_attribute where attrelid = to_regclass(?) and attname = ? and attnotnull)",
                table,
                column);
    }

    /** Whether the column is there and may be empty. */
    public boolean isNullable(Field field, String column) {
        return has(field, column) && !isRequired(Shape.qualified(field.path().profile()), column);
    }

    /** Whether a constraint of that name is about the column. */
    public boolean isChecked(String table, String column, String constraint) {
        return ask("""
                select exists (select 1 from pg_constraint c join pg_attribute a on a.attrelid = c.conrelid and c.conkey = array[a.attnum]
                where c.conrelid = to_regclass(?) and a.attname = ? and c.conname = ?)""", table, column, constraint);
    }

    /** Whether the table was noted to be what the text says. */
    public boolean isNoted(String table, String note) {
        return ask("select coalesce(obj_description(to_regclass(?)) = ?, false)", table, note);
    }

    /** Whether the column was noted to be what the text says. */
    public boolean isNoted(String table, String column, String note) {
        return ask(
                "select exists (select 1 from pg_attribute where attrelid = to_regclass(?) and attname = ? and col_description(attrelid, attnum) = ?)",
                table,
                column,
                note);
    }

    /** The functions of the service's own whose names begin so, without their schema. */
    Set<String> functions(String beginning) {
        return Set.copyOf(
                sql.sql("select proname from pg_proc where pronamespace = 'cuenta'::regnamespace and proname ^@ ?")
                        .param(beginning)
                        .query(String.class)
                        .list());
    }

    boolean hasTrigger(String table, String name) {
        return ask(
                "select exists (select 1 from pg_trigger where tgrelid = to_regclass(?) and tgname = ?)", table, name);
    }

    public boolean hasIndex(String name) {
        return has(Shape.SCHEMA + "." + Shape.quoted(name));
    }

    /** An index that was cut off while it was built is there but invalid. */
    public boolean isBroken(String index) {
        return isBrokenAt(Shape.SCHEMA + "." + Shape.quoted(index));
    }

    /** As {@link #isBroken}, for an index of any schema. */
    public boolean isBrokenAt(String qualified) {
        return ask(
                "select exists (select 1 from pg_index where indexrelid = to_regclass(?) and not indisvalid)",
                qualified);
    }

    /** Whether the policy stands on its table as its text says, and counts. */
    public boolean isGuarded(RowSecurity.Policy policy) {
        return ask("""
                select exists (select from pg_policy p join pg_class c on c.oid = p.polrelid
                where p.polrelid = to_regclass(?) and p.polname = ? and c.relrowsecurity
                and obj_description(p.oid, 'pg_policy') = ?)""", policy.table(), RowSecurity.POLICY, policy.mark());
    }

    /** What gives a constraint or an index another name, up to that name; by the name that it has. */
    Map<String, BriefStatement> renamings() {
        Map<String, BriefStatement> renamings = new HashMap<>();
        sql.sql("""
                select conname as name, conrelid::regclass as held, 'alter table ' || conrelid::regclass || ' rename constraint "' || conname || '" to ' as statement
                from pg_constraint where connamespace = 'accounts'::regnamespace
                union all
                select relname, null, 'alter index accounts."' || relname || '" rename to ' from pg_class
                where relnamespace = 'accounts'::regnamespace and relkind = 'i'
                    and not exists (select from pg_constraint where conindid = pg_class.oid)""")
                .query((row, index) -> renamings.put(row.getString("name"), renaming(row)))
                .list();
        return renamings;
    }

    private static BriefStatement renaming(ResultSet row) throws SQLException {
        String held = row.getString("held");
        String statement = row.getString("statement");
        return held == null ? BriefStatement.of(statement) : BriefStatement.on(held, statement);
    }

    /** Functions of earlier versions that would see one tenant only, where they keep values apart in each. */
    List<BriefStatement> keepersToRaise() {
        return sql.sql("""
                select 'alter function ' || oid::regprocedure || ' security definer set search_path = pg_catalog, pg_temp'
                from pg_proc where pronamespace = 'cuenta'::regnamespace and proname like '%\\_keep' and not prosecdef""").query(String.class).list().stream()
                .map(BriefStatement::of)
                .toList();
    }

    private boolean ask(String question, Object... parameters) {
        return sql.sql(question).params(parameters).query(Boolean.class).single();
    }
}
