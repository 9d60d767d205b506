package dev.cuenta.store.verify;

import dev.cuenta.core.model.AccountModel;
import dev.cuenta.core.model.Field;
import dev.cuenta.core.model.TenantRules.Membership;
import dev.cuenta.store.database.Connections;
import dev.cuenta.store.schema.Catalogue;
import dev.cuenta.store.schema.Layout;
import dev.cuenta.store.schema.RowSecurity;
import dev.cuenta.store.schema.RuleNames;
import dev.cuenta.store.schema.Shape;
import dev.cuenta.store.schema.SingleMembership;
import dev.cuenta.store.schema.TenantsOfAccounts;
import java.nio.charset.StandardCharsets;
import java.security.MessageDigest;
import java.security.NoSuchAlgorithmException;
import java.util.ArrayList;
import java.util.HexFormat;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.TreeMap;
import java.util.stream.Collectors;
import org.jspecify.annotations.Nullable;
import org.springframework.jdbc.core.simple.JdbcClient;

/**
 * Holds the database against the live revision. The tables that the revision asks for are made once more, empty and temporary,
 * and PostgreSQL's own descriptions of both are compared: so nothing depends on how a rule happens to be written.
 */
public final class Verification {
    /**
     * One thing that is not as the revision says.
     *
     * @param thing such as {@code column email of account}
     * @param expected as PostgreSQL describes it; null for what should not be there
     * @param found null for what is missing
     * @param repair the statement that mends it
     */
    public record Difference(
            String thing,
            @Nullable String expected,
            @Nullable String found,
            String repair) {}

    /** Columns and their types, defaults, constraints and indexes of one table, by name. */
    private static final String PARTS = """
            select 'column ' || attname as part, format_type(atttypid, atttypmod)
                   || case when attnotnull then ' not null' else '' end
                   || coalesce(' default ' || pg_get_expr(adbin, adrelid), '') as description
            from pg_attribute left join pg_attrdef on adrelid = attrelid and adnum = attnum
            where attrelid = to_regclass(:table) and attnum > 0 and not attisdropped and attname not like 'kept\\_r%'
            union all
            select 'constraint ' || conname, replace(pg_get_constraintdef(oid), ' NOT VALID', '')
                   || case when convalidated then '' else ', not proven' end
            from pg_constraint where conrelid = to_regclass(:table) and contype in ('c', 'f')
            union all
            select 'index ' || c.relname, case when indisunique then 'unique ' else '' end || am.amname || ' on '
                   || (select string_agg(pg_get_indexdef(indexrelid, k, true), ', ') from generate_series(1, indnatts) k)
                   || case when indisvalid then '' else ', broken' end
            from pg_index join pg_class c on c.oid = indexrelid join pg_am am on am.oid = c.relam
            where indrelid = to_regclass(:table)
            order by 1""";

    private final Connections connections;

    public Verification(Connections connections) {
        this.connections = connections;
    }

    /** What differs between the database and the model; empty when nothing does. */
    public List<Difference> differences(AccountModel model) {
        Repairs repairs = new Repairs(
                connections.each(sql -> new Shape(model, Layout.of(0, sql).settled())));
        Map<String, Map<String, String>> expected = expected(model, repairs);
        List<Difference> differences = new ArrayList<>();
        connections.each(sql -> {
            expected.forEach((table, parts) -> {
                Map<String, String> found = parts(Shape.SCHEMA + "." + Shape.quoted(table), sql);
                compare(table, parts, found, model, repairs, differences);
            });
            return differences;
        });
        differences.addAll(apart(model));
        differences.addAll(memberships(model));
        differences.addAll(guards(model));
        differences.addAll(tenants());
        differences.addAll(history());
        return differences;
    }

    /**
     * Stands for the shape of all tables: equal in two installations whose tables are equal, whatever records they hold.
     */
    public String fingerprint(AccountModel model) {
        StringBuilder text = new StringBuilder();
        connections.each(sql -> {
            for (String table : tables(model)) {
                parts(Shape.SCHEMA + "." + Shape.quoted(table), sql)
                        .forEach((part, description) -> text.append(table)
                                .append(' ')
                                .append(part)
                                .append(' ')
                                .append(description)
                                .append('\n'));
            }
            return text;
        });
        try {
            byte[] hash =
                    MessageDigest.getInstance("SHA-256").digest(text.toString().getBytes(StandardCharsets.UTF_8));
            return HexFormat.of().formatHex(hash).substring(0, 12);
        } catch (NoSuchAlgorithmException everyPlatformHasIt) {
            throw new IllegalStateException(everyPlatformHasIt);
        }
    }

    private static List<String> tables(AccountModel model) {
        List<String> tables = new ArrayList<>(List.of(Shape.ACCOUNT));
        model.profiles().keySet().forEach(profile -> tables.add(Shape.table(profile)));
        return tables;
    }

    private Map<String, Map<String, String>> expected(AccountModel model, Repairs repairs) {
        return connections.together(sql -> {
            Map<String, Map<String, String>> expected = new LinkedHashMap<>();
            for (String table : tables(model)) {
                for (String statement : repairs.shadowOfTable(table)) {
                    sql.sql(statement).update();
                }
                Map<String, String> parts = new TreeMap<>();
                parts("pg_temp." + Shape.quoted(table), sql).forEach(parts::put);
                expected.put(table, parts);
            }
            return expected;
        });
    }

    private static Map<String, String> parts(String table, JdbcClient sql) {
        Map<String, String> parts = new TreeMap<>();
        sql.sql(PARTS)
                .param("table", table)
                .query((row, index) -> parts.put(
                        row.getString("part"),
                        // The shadow of a table is in another schema.
                        row.getString("description")
                                .replaceAll("REFERENCES (accounts|cuenta|pg_temp\\S*)\\.", "REFERENCES ")))
                .list();
        return parts;
    }

    private static void compare(
            String table,
            Map<String, String> expected,
            Map<String, String> found,
            AccountModel model,
            Repairs repairs,
            List<Difference> differences) {
        expected.forEach((part, description) -> {
            String other = found.get(part);
            if (!description.equals(other)) {
                differences.add(new Difference(
                        part + " of " + table, description, other, repair(table, part, other, model, repairs)));
            }
        });
        found.forEach((part, description) -> {
            if (!expected.containsKey(part)) {
                differences.add(new Difference(part + " of " + table, null, description, removal(table, part)));
            }
        });
    }

    private static String repair(
            String table, String part, @Nullable String found, AccountModel model, Repairs repairs) {
        String name = part.substring(part.indexOf(' ') + 1);
        Optional<Field> field = model.fields().values().stream()
                .filter(it -> Shape.table(it.path().profile()).equals(table))
                .filter(it -> part.startsWith("column ")
                        ? Shape.column(it).equals(name)
                        : RuleNames.ruleOf(it, name).isPresent())
                .findFirst();
        if (field.isEmpty()) {
            return "-- " + part + " belongs to every account table; restore it from a backup of the schema";
        }
        return switch (part.substring(0, part.indexOf(' '))) {
            case "column" -> repairs.column(field.get(), found == null);
            case "constraint" -> repairs.constraint(field.get(), name);
            default -> repairs.index(field.get(), name, found != null);
        };
    }

    private static String removal(String table, String part) {
        String name = Shape.quoted(part.substring(part.indexOf(' ') + 1));
        String of = "alter table " + Shape.SCHEMA + "." + Shape.quoted(table);
        return switch (part.substring(0, part.indexOf(' '))) {
            case "column" -> of + " drop column " + name + "; -- or declare it as a field";
            case "constraint" -> of + " drop constraint " + name + ";";
            default -> "drop index concurrently " + Shape.SCHEMA + "." + name + ";";
        };
    }

    /** What keeps values apart within tenants: a table each, and two triggers. */
    private List<Difference> apart(AccountModel model) {
        List<Difference> differences = new ArrayList<>();
        model.fields().values().stream().filter(Field::uniqueInEachTenant).forEach(field -> {
            String name = RuleNames.of(field, RuleNames.PER_TENANT);
            boolean kept = connections.each(
                    sql -> sql.sql("""
                            select to_regclass('cuenta.' || quote_ident(:name)) is not null and 2 = (
                                select count(*) from pg_trigger where tgname = :name and tgenabled <> 'D' and not tgisinternal)""").param("name", name).query(Boolean.class).single());
            if (!kept) {
                differences.add(new Difference(
                        "uniqueness of " + field.path(),
                        "kept within each tenant",
                        "not kept",
                        "-- publish the model without `uniqueness: tenant` there, then with it"));
            }
        });
        return differences;
    }

    private List<Difference> memberships(AccountModel model) {
        boolean wanted = model.tenants().membership() == Membership.ONE;
        boolean kept = connections.each(sql -> sql.sql(
                        "select exists (select 1 from pg_index where indexrelid = to_regclass(?) and indisvalid)")
                .param(SingleMembership.QUALIFIED)
                .query(Boolean.class)
                .single());
        return wanted == kept
                ? List.of()
                : List.of(new Difference(
                        "index " + SingleMembership.INDEX + " of memberships",
                        wanted ? "one tenant for each account" : null,
                        kept ? "one tenant for each account" : null,
                        (wanted ? SingleMembership.make() : SingleMembership.drop()).sql() + ";"));
    }

    private List<Difference> tenants() {
        long untrue = connections.each(
                sql -> sql.sql(TenantsOfAccounts.untrue()).query(Long.class).single());
        return untrue == 0
                ? List.of()
                : List.of(new Difference(
                        "account." + TenantsOfAccounts.COLUMN,
                        "what the memberships say",
                        "something else for " + untrue + (untrue == 1 ? " account" : " accounts"),
                        TenantsOfAccounts.mended() + ";"));
    }

    private List<Difference> guards(AccountModel model) {
        return connections.each(sql -> {
            Catalogue catalogue = new Catalogue(sql);
            return new RowSecurity(new Shape(model, Layout.of(0, sql)))
                    .policies().stream()
                            .filter(policy -> !catalogue.isGuarded(policy))
                            .map(policy -> new Difference(
                                    "policy " + RowSecurity.POLICY + " on "
                                            + policy.table().replace("\"", ""),
                                    "keeps tenants apart",
                                    "missing or changed",
                                    policy.statements().stream()
                                            .map(statement -> statement.sql() + ";")
                                            .collect(Collectors.joining(" "))))
                            .toList();
        });
    }

    /** Numbers without a gap, one live revision, and each built on one that was there. */
    private List<Difference> history() {
        return connections.each(sql -> sql.sql("""
                        select 'revision ' || number as thing, what from (
                            select number, case
                                when number <> row_number() over (order by number) then 'there is a gap before it'
                                when base >= number then 'it builds on a later one'
                                when base > 0 and not exists (select 1 from cuenta.revision b where b.number = r.base)
                                    then 'it builds on revision ' || base || ', which is gone'
                            end as what from cuenta.revision r) looked where what is not null
                        union all
                        select 'live revision', 'there is none' where not exists (select 1 from cuenta.revision where state = 'live')""")
                .query((row, index) -> new Difference(
                        row.getString("thing"),
                        "an unbroken history",
                        row.getString("what"),
                        "-- the history was changed by hand; restore cuenta.revision from a backup"))
                .list());
    }
}
