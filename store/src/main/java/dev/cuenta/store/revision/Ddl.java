package dev.cuenta.store.revision;

import static dev.cuenta.store.revision.Shape.literal;
import static dev.cuenta.store.revision.Shape.qualified;
import static dev.cuenta.store.revision.Shape.quoted;

import dev.cuenta.core.model.AccountModel;
import dev.cuenta.core.model.Field;
import dev.cuenta.core.model.IdScheme;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import org.jspecify.annotations.Nullable;

/** The statements that give the database the model's shape. Each can be run again without harm. */
final class Ddl {
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
        List<String> columns = new ArrayList<>(List.of(
                "id " + shape.idType() + " primary key",
                "kind text not null",
                "created_at timestamptz not null",
                "last_modified_at timestamptz not null",
                "version bigint not null"));
        model.ownFields().forEach(field -> columns.add(columnForNew(field)));
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

    String profileTable(String profile) {
        List<String> columns = new ArrayList<>(
                List.of("account_id " + shape.idType() + " primary key references accounts.account on delete cascade"));
        model.fieldsOfProfile(profile).forEach(field -> columns.add(columnForNew(field)));
        return createTable(qualified(profile), columns);
    }

    private static String createTable(String name, List<String> columns) {
        return "create table if not exists " + name + " (\n    " + String.join(",\n    ", columns) + "\n)";
    }

    /** In a table that is new: nothing is there yet that could break a rule. */
    private static String columnForNew(Field field) {
        StringBuilder column =
                new StringBuilder(quoted(Shape.column(field))).append(' ').append(Shape.type(field));
        column.append(field.required() ? " not null" : "");
        Optional.ofNullable(field.defaultValue())
                .ifPresent(value -> column.append(" default ").append(literal(value)));
        Shape.checks(field)
                .forEach(check -> column.append(" constraint ")
                        .append(quoted(check.name()))
                        .append(" check (")
                        .append(check.condition())
                        .append(')'));
        return column.toString();
    }

    /**
     * In a table that has records. PostgreSQL keeps a constant default for existing records in the catalogue, so nothing is
     * rewritten, and revisions that do not know the column can go on inserting.
     */
    static String addColumn(Field field) {
        StringBuilder column =
                new StringBuilder("alter table ").append(qualified(field.path().profile()));
        column.append(" add column if not exists ")
                .append(quoted(Shape.column(field)))
                .append(' ')
                .append(Shape.type(field));
        field.forExisting()
                .ifPresent(value -> column.append(field.required() ? " not null" : "")
                        .append(" default ")
                        .append(literal(value)));
        return column.toString();
    }

    /** Replaces the field's rules in one short statement; they are proven later, without a lock that blocks anyone. */
    static Optional<String> replaceChecks(Field field) {
        List<String> parts = new ArrayList<>();
        for (Shape.Check check : Shape.checks(field)) {
            parts.add("drop constraint if exists " + quoted(check.name()));
            parts.add("add constraint " + quoted(check.name()) + " check (" + check.condition() + ") not valid");
        }
        return parts.isEmpty()
                ? Optional.empty()
                : Optional.of("alter table " + qualified(field.path().profile()) + " " + String.join(", ", parts));
    }

    static String alterColumn(Field field, String action) {
        return "alter table " + qualified(field.path().profile()) + " alter column " + quoted(Shape.column(field)) + " "
                + action;
    }

    static String setDefault(Field field, @Nullable Object value) {
        return alterColumn(field, value == null ? "drop default" : "set default " + literal(value));
    }

    static String renameColumn(@Nullable String profile, String from, String to) {
        return "alter table " + qualified(profile) + " rename column " + quoted(from) + " to " + quoted(to);
    }

    static String uniqueIndex(Field field) {
        return "create unique index concurrently if not exists " + quoted(Shape.uniqueIndex(field)) + " on "
                + qualified(field.path().profile()) + " (" + Shape.comparable(field, quoted(Shape.column(field))) + ")";
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
        List<Field> given = model.fieldsOfProfile(profile).stream()
                .filter(field -> field.forExisting().isPresent())
                .toList();
        String columns = String.join(
                "",
                given.stream().map(field -> ", " + quoted(Shape.column(field))).toList());
        String values = String.join(
                "",
                given.stream()
                        .map(field -> ", " + literal(field.forExisting().orElseThrow()))
                        .toList());
        String insert = "insert into %s (account_id%s) select key%s from batch on conflict do nothing returning 1"
                .formatted(qualified(profile), columns, values);
        return walk("id", qualified(null), "kind = " + literal(kind), insert, batch);
    }

    /** As {@link #fillProfile}, for a column that is empty in some records. */
    String fillColumn(Field field, int batch) {
        String table = qualified(field.path().profile());
        String key = field.path().profile() == null ? "id" : "account_id";
        String column = quoted(Shape.column(field));
        String update = "update %s set %s = %s where %s in (select key from batch) and %s is null returning 1"
                .formatted(table, column, literal(field.forExisting().orElseThrow()), key, column);
        return walk(key, table, "true", update, batch);
    }

    private String walk(String key, String table, String condition, String work, int batch) {
        return """
                with batch as (
                    select %1$s as key from %2$s where %3$s and %1$s > cast(? as %4$s) order by %1$s limit %5$d),
                done as (%6$s)
                select (select cast(key as text) from batch order by key desc limit 1) as last, (select count(*) from done) as filled""".formatted(key, table, condition, shape.idType(), batch, work);
    }

    /** Comes before every key. */
    String beforeAll() {
        return model.id() == IdScheme.SEQUENCE ? "0" : "00000000-0000-0000-0000-000000000000";
    }
}
