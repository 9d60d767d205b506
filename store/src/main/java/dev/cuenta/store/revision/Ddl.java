package dev.cuenta.store.revision;

import static dev.cuenta.store.revision.Shape.literal;
import static dev.cuenta.store.revision.Shape.qualified;
import static dev.cuenta.store.revision.Shape.quoted;

import dev.cuenta.core.model.AccountModel;
import dev.cuenta.core.model.Field;
import dev.cuenta.core.model.IdScheme;
import dev.cuenta.core.type.Column;
import java.util.ArrayList;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Objects;
import java.util.Optional;
import java.util.Set;
import org.jspecify.annotations.Nullable;

/** The statements that give the database the model's shape. Each can be run again without harm. */
final class Ddl {
    private static final String REFERENCE = " references accounts.account on delete set null";

    private final AccountModel model;
    private final Shape shape;

    Ddl(AccountModel model) {
        this.model = model;
        this.shape = new Shape(model);
    }

    /** The account's own table, and the fixed tables that refer to it. */
    List<String> firstTables() {
        List<String> statements = new ArrayList<>(List.of("create schema if not exists " + Shape.SCHEMA));
        if (model.id() == IdScheme.SEQUENCE) {
            statements.add("create sequence if not exists accounts.account_id");
        }
        List<String> columns = new ArrayList<>(accountColumns());
        storedFields(null).forEach(field -> columns.add(columnForNew(field)));
        statements.add(createTable(qualified(null), columns));
        statements.add("create index if not exists account_created_at on accounts.account (created_at, id)");
        String account = "account_id " + shape.idType() + " not null references accounts.account on delete cascade";
        statements.add(createTable(
                "cuenta.credential",
                List.of(
                        account,
                        "hash text not null",
                        "set_at timestamptz not null default now()",
                        "primary key (account_id)")));
        statements.add(createTable(
                "cuenta.session",
                List.of(
                        "token_hash bytea primary key",
                        account,
                        "created_at timestamptz not null default now()",
                        "expires_at timestamptz not null")));
        statements.add("create index if not exists session_account on cuenta.session (account_id)");
        statements.add("create index if not exists session_expires_at on cuenta.session (expires_at)");
        statements.add(createTable(
                "cuenta.role_given",
                List.of(
                        account,
                        "role smallint not null",
                        "tenant_id uuid references cuenta.tenant",
                        "given_at timestamptz not null default now()",
                        "unique nulls not distinct (account_id, role, tenant_id)")));
        statements.add("create index if not exists role_given_role on cuenta.role_given (role)");
        statements.add(createTable(
                "cuenta.membership",
                List.of(
                        account,
                        "tenant_id uuid not null references cuenta.tenant",
                        "since timestamptz not null default now()",
                        "primary key (account_id, tenant_id)")));
        statements.add("create index if not exists membership_tenant on cuenta.membership (tenant_id)");
        return statements;
    }

    private List<Field> storedFields(@Nullable String profile) {
        return model.fields().values().stream()
                .filter(Field::stored)
                .filter(field -> Objects.equals(field.path().profile(), profile))
                .toList();
    }

    Shape shape() {
        return shape;
    }

    String profileTable(String profile) {
        List<String> columns = new ArrayList<>(
                List.of("account_id " + shape.idType() + " primary key references accounts.account on delete cascade"));
        storedFields(profile).forEach(field -> columns.add(columnForNew(field)));
        return createTable(qualified(profile), columns);
    }

    /** The table once more, as a temporary one that goes with its transaction; and its indexes. */
    List<String> twinOfTable(String table) {
        boolean account = table.equals(Shape.ACCOUNT);
        List<Field> fields = account
                ? storedFields(null)
                : model.fields().values().stream()
                        .filter(Field::stored)
                        .filter(field -> Shape.table(field.path().profile()).equals(table))
                        .toList();
        List<String> columns =
                new ArrayList<>(account ? accountColumns() : List.of("account_id " + shape.idType() + " primary key"));
        fields.forEach(field -> columns.add(columnForNew(field)));
        List<String> statements = new ArrayList<>();
        statements.add("create temporary table " + quoted(table) + " ("
                + String.join(", ", columns).replace("accounts.", "pg_temp.") + ") on commit drop");
        if (account) {
            statements.add("create index account_created_at on pg_temp.account (created_at, id)");
        } else {
            statements.add(
                    "alter table pg_temp." + quoted(table) + " add constraint " + quoted(table + "_account_id_fkey")
                            + " foreign key (account_id) references pg_temp.account on delete cascade");
        }
        fields.forEach(field -> indexes(field)
                .forEach(index -> statements.add("create " + (index.unique() ? "unique " : "") + "index "
                        + quoted(index.name()) + " on pg_temp." + quoted(table) + " " + index.of())));
        return statements;
    }

    /** What brings the field's column back to the revision's word. */
    String repairColumn(Field field, boolean missing) {
        String column = Shape.column(field);
        if (missing) {
            return addColumn(field) + ";";
        }
        return alterColumn(
                        field,
                        column,
                        "type " + shape.type(field) + " using cast(" + quoted(column) + " as " + shape.type(field)
                                + ")")
                + "; " + setDefault(field, field.defaultValue()) + "; "
                + alterColumn(field, column, field.required() ? "set not null" : "drop not null") + ";";
    }

    String repairConstraint(Field field, String name) {
        Optional<String> replaced = name.equals(Shape.constraint(field, Shape.REFERENCE))
                ? addReference(field, Shape.column(field))
                : replaceChecks(field);
        return replaced.orElse("") + "; " + validate(field, name) + ";";
    }

    String repairIndex(Field field, String name, boolean broken) {
        return (broken ? dropIndex(name) + "; " : "")
                + indexes(field).stream()
                        .filter(index -> index.name().equals(name))
                        .map(index -> createIndex(field, name, index) + ";")
                        .findFirst()
                        .orElse("");
    }

    private List<String> accountColumns() {
        return List.of(
                "id " + shape.idType() + " primary key",
                "kind text not null",
                "created_at timestamptz not null",
                "last_modified_at timestamptz not null",
                "version bigint not null");
    }

    private static String createTable(String name, List<String> columns) {
        return "create table if not exists " + name + " (\n    " + String.join(",\n    ", columns) + "\n)";
    }

    /** In a table that is new: nothing is there yet that could break a rule. */
    private String columnForNew(Field field) {
        StringBuilder column =
                new StringBuilder(quoted(Shape.column(field))).append(' ').append(shape.type(field));
        column.append(field.required() ? " not null" : "");
        Optional.ofNullable(field.defaultValue())
                .ifPresent(value -> column.append(" default ").append(literal(field.column(), value)));
        Shape.checks(field)
                .forEach(check -> column.append(" constraint ")
                        .append(quoted(check.name()))
                        .append(" check (")
                        .append(check.condition())
                        .append(')'));
        if (field.column().is(Column.Kind.ACCOUNT)) {
            column.append(" constraint ")
                    .append(quoted(Shape.constraint(field, Shape.REFERENCE)))
                    .append(REFERENCE);
        }
        return column.toString();
    }

    /**
     * In a table that has records. PostgreSQL keeps a constant default for existing records in the catalogue, so nothing is
     * rewritten, and revisions that do not know the column can go on inserting.
     */
    String addColumn(Field field) {
        StringBuilder column = alterTable(field).append(" add column if not exists ");
        column.append(quoted(Shape.column(field))).append(' ').append(shape.type(field));
        field.forExisting()
                .ifPresent(value -> column.append(field.required() ? " not null" : "")
                        .append(" default ")
                        .append(literal(field.column(), value)));
        return column.toString();
    }

    /** Replaces the field's rules in one short statement; they are proven later, without a lock that blocks anyone. */
    static Optional<String> replaceChecks(Field field) {
        return replaceChecks(field, List.of(), Shape.checks(field));
    }

    /** As {@link #replaceChecks(Field)}, with rules that other checks of the table held so far. */
    static Optional<String> replaceChecks(Field field, List<Shape.Check> old, List<Shape.Check> checks) {
        Set<String> names = new LinkedHashSet<>();
        old.forEach(check -> names.add(check.name()));
        checks.forEach(check -> names.add(check.name()));
        List<String> parts = new ArrayList<>();
        names.forEach(name -> parts.add("drop constraint if exists " + quoted(name)));
        checks.forEach(check ->
                parts.add("add constraint " + quoted(check.name()) + " check (" + check.condition() + ") not valid"));
        return parts.isEmpty() ? Optional.empty() : Optional.of(alterTable(field) + " " + String.join(", ", parts));
    }

    /** That the value is the id of an account that is there; empties itself when that account goes. */
    static Optional<String> addReference(Field field, String column) {
        String name = quoted(Shape.constraint(field, Shape.REFERENCE));
        return field.column().is(Column.Kind.ACCOUNT)
                ? Optional.of(alterTable(field) + " drop constraint if exists " + name + ", add constraint " + name
                        + " foreign key (" + quoted(column) + ")" + REFERENCE + " not valid")
                : Optional.empty();
    }

    /** Takes away every rule that belongs to the field's column. */
    static List<String> dropRules(Field field) {
        List<String> names = new ArrayList<>(
                Shape.checks(field).stream().map(Shape.Check::name).toList());
        names.add(Shape.constraint(field, Shape.REFERENCE));
        names.add(Shape.constraint(field, "required"));
        return names.stream()
                .map(name -> alterTable(field) + " drop constraint if exists " + quoted(name))
                .toList();
    }

    static String validate(Field field, String constraint) {
        return alterTable(field) + " validate constraint " + quoted(constraint);
    }

    static StringBuilder alterTable(Field field) {
        return new StringBuilder("alter table ").append(qualified(field.path().profile()));
    }

    static String alterColumn(Field field, String column, String action) {
        return alterTable(field) + " alter column " + quoted(column) + " " + action;
    }

    static String setDefault(Field field, @Nullable Object value) {
        return alterColumn(
                field,
                Shape.column(field),
                value == null ? "drop default" : "set default " + literal(field.column(), value));
    }

    static String renameColumn(@Nullable String profile, String from, String to) {
        return "alter table " + qualified(profile) + " rename column " + quoted(from) + " to " + quoted(to);
    }

    /** An index that the field asks for. */
    record Index(String name, boolean unique, String of) {
        /** While a twin of the column is filled, the index on the old one still has the name. */
        String nameInRevision(int number) {
            return Shape.fitting(name + "_r" + number);
        }
    }

    static List<Index> indexes(Field field) {
        return indexes(field, Shape.column(field));
    }

    static List<Index> indexes(Field field, String columnName) {
        List<Index> indexes = new ArrayList<>();
        String column = quoted(columnName);
        if (field.unique()) {
            indexes.add(new Index(Shape.uniqueIndex(field), true, "(" + Shape.comparable(field, column) + ")"));
        }
        if (field.search()) {
            indexes.add(new Index(
                    Shape.searchIndex(field),
                    false,
                    "using gin (" + Shape.comparable(field, column) + " gin_trgm_ops)"));
        }
        if (field.column().is(Column.Kind.ACCOUNT)) {
            indexes.add(new Index(Shape.constraint(field, Shape.REFERENCE), false, "(" + column + ")"));
        }
        return indexes;
    }

    static String createIndex(Field field, String name, Index index) {
        return "create " + (index.unique() ? "unique " : "") + "index concurrently if not exists " + quoted(name)
                + " on " + qualified(field.path().profile()) + " " + index.of();
    }

    static String dropIndex(String name) {
        return "drop index concurrently if exists " + Shape.SCHEMA + "." + quoted(name);
    }

    static String comment(Field field) {
        String text = field.label() + (field.description().isEmpty() ? "" : ". " + field.description());
        return "comment on column " + qualified(field.path().profile()) + "." + quoted(Shape.column(field)) + " is "
                + literal(text);
    }

    /**
     * Gives the profile to the next batch of a kind's accounts, with what the fields give to existing records. Takes the last
     * batch's last key, and answers with this one's and with how many were filled: each batch costs the same, however many came
     * before it.
     */
    String fillProfile(String profile, String kind, int batch) {
        List<Field> given = storedFields(profile).stream()
                .filter(field -> field.forExisting().isPresent())
                .toList();
        String columns = String.join(
                "",
                given.stream().map(field -> ", " + quoted(Shape.column(field))).toList());
        String values = String.join(
                "",
                given.stream()
                        .map(field -> ", "
                                + literal(field.column(), field.forExisting().orElseThrow()))
                        .toList());
        String insert = "insert into %s (account_id%s) select key%s from batch on conflict do nothing returning 1"
                .formatted(qualified(profile), columns, values);
        return walk("id", qualified(null), "kind = " + literal(kind), insert, batch);
    }

    /** As {@link #fillProfile}, for a column that is empty in some records. */
    String fillColumn(Field field, String columnName, int batch) {
        String table = qualified(field.path().profile());
        String key = keyOf(field);
        String column = quoted(columnName);
        String update = "update %s set %s = %s where %s in (select key from batch) and %s is null returning 1"
                .formatted(
                        table,
                        column,
                        literal(field.column(), field.forExisting().orElseThrow()),
                        key,
                        column);
        return walk(key, table, column + " is null", update, batch);
    }

    /** As {@link #fillColumn}, with what the field's expression gives each record. */
    String fillComputed(Field field, String columnName, int batch) {
        String table = qualified(field.path().profile());
        String key = keyOf(field);
        Set<String> profiles = new LinkedHashSet<>();
        ExpressionSql expressions = new ExpressionSql(model, source -> {
            String profile = source.path().profile();
            if (profile == null) {
                return "a." + quoted(Shape.column(source));
            }
            profiles.add(profile);
            return quoted(Shape.table(profile)) + "." + quoted(Shape.column(source));
        });
        String value = expressions.forExisting(field, shape);
        StringBuilder joins = new StringBuilder();
        profiles.forEach(profile -> joins.append(" left join %s %s on %s.account_id = a.id"
                .formatted(qualified(profile), quoted(Shape.table(profile)), quoted(Shape.table(profile)))));
        String update = """
                update %1$s t set %2$s = computed.value from (
                    select a.id, %3$s as value from accounts.account a%4$s where a.id in (select key from batch)) computed
                where t.%5$s = computed.id and t.%2$s is null and computed.value is not null returning 1""".formatted(table, quoted(columnName), value, joins, key);
        return walk(key, table, quoted(columnName) + " is null", update, batch);
    }

    /** How many records the field's expression gives no value. */
    String countUncomputed(Field field) {
        Set<String> profiles = new LinkedHashSet<>();
        ExpressionSql expressions = new ExpressionSql(model, source -> {
            String profile = source.path().profile();
            if (profile != null) {
                profiles.add(profile);
            }
            return (profile == null ? "a" : quoted(Shape.table(profile))) + "." + quoted(Shape.column(source));
        });
        String value = expressions.forExisting(field, shape);
        String own = field.path().profile();
        if (own != null) {
            profiles.add(own);
        }
        StringBuilder joins = new StringBuilder();
        profiles.forEach(profile -> joins.append(" %s join %s %s on %s.account_id = a.id"
                .formatted(
                        profile.equals(own) ? "inner" : "left",
                        qualified(profile),
                        quoted(Shape.table(profile)),
                        quoted(Shape.table(profile)))));
        return "select count(*) from accounts.account a" + joins + " where " + value + " is null";
    }

    /** As {@link #fillProfile}: makes the next batch of one kind's accounts another kind's. */
    String inheritKind(String gone, String heir, int batch) {
        String update = "update %s set kind = %s where id in (select key from batch) returning 1"
                .formatted(qualified(null), literal(heir));
        return walk("id", qualified(null), "kind = " + literal(gone), update, batch);
    }

    static String keyOf(Field field) {
        return field.path().profile() == null ? "id" : "account_id";
    }

    private String walk(String key, String table, String condition, String work, int batch) {
        return """
                with batch as (
                    select %1$s as key from %2$s where %3$s and %1$s > cast(? as %4$s) order by %1$s limit %5$d),
                done as (%6$s)
                select (select cast(key as text) from batch order by key desc limit 1) as last, (select count(*) from done) as filled""".formatted(key, table, condition, shape.idType(), batch, work);
    }
}
