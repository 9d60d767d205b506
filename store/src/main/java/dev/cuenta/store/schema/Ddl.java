package dev.cuenta.store.schema;

import static dev.cuenta.store.schema.Shape.literal;
import static dev.cuenta.store.schema.Shape.qualified;
import static dev.cuenta.store.schema.Shape.quoted;

import dev.cuenta.core.model.AccountModel;
import dev.cuenta.core.model.Field;
import dev.cuenta.core.model.IdScheme;
import dev.cuenta.core.type.Column;
import dev.cuenta.store.statement.BriefStatement;
import dev.cuenta.store.statement.OnlineStatement;
import java.util.ArrayList;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Objects;
import java.util.Optional;
import java.util.Set;
import org.jspecify.annotations.Nullable;

/** The statements that give the database the model's shape. Each can be run again without harm. */
public final class Ddl {
    public static final String IDS = "accounts.account_id";
    public static final BriefStatement SEQUENCE = BriefStatement.of("create sequence if not exists " + IDS);

    public static final String TENANT = "cuenta.tenant";

    /** Of a profile that an account has in each of its tenants. */
    private static final String TENANT_KEY = "tenant_id";

    /** That there is the membership which such a profile's row belongs to. */
    public static final String OF_MEMBERSHIP =
            "foreign key (account_id, " + TENANT_KEY + ") references %s on delete cascade";

    public static final String ANONYMISED = "anonymised_at";

    /** What reads roles reads them here, so that none counts before it starts, after it has ended, unapproved, or in a suspended tenant. */
    public static final String ROLE_IN_EFFECT = "cuenta.role_in_effect";

    private static final Part ROLES_IN_EFFECT =
            new Part(ROLE_IN_EFFECT, BriefStatement.of("""
                    create view %s with (security_invoker = true) as
                    select account_id, role, tenant_id, given_at, ends_at from cuenta.role_given g
                    where waiting is not true
                        and coalesce(starts_at, '-infinity') <= now() and coalesce(ends_at, 'infinity') > now()
                        and not exists (select from cuenta.tenant t where t.id = g.tenant_id and t.suspended_at is not null)""".formatted(ROLE_IN_EFFECT)), false);
    /** What a publish gave to whom, as long as it can be cancelled. */
    public static final String FILLED = "cuenta.filled";

    static final String SEARCH = "search";
    static final String SORTED = "sorted";
    static final String COMPARED = "compared";

    private final AccountModel model;
    private final Shape shape;

    public Ddl(Shape shape) {
        this.model = shape.model();
        this.shape = shape;
    }

    /** The account's own table. */
    public List<BriefStatement> firstTables() {
        List<BriefStatement> statements = new ArrayList<>();
        statements.add(BriefStatement.of("create schema if not exists " + Shape.SCHEMA));
        if (shape.idType() == IdType.COUNTING) {
            statements.add(SEQUENCE);
        }
        List<String> columns = new ArrayList<>(accountColumns());
        storedFields(null).forEach(field -> columns.add(columnForNew(field)));
        statements.add(BriefStatement.of(createTable(qualified(null), columns)));
        AccountIndexes.on(qualified(null)).forEach(index -> statements.add(BriefStatement.on(qualified(null), index)));
        return statements;
    }

    /**
     * A table or an index of Cuenta's own, by the name under which it is found.
     *
     * @param returns whether it is a table whose rows are kept with an account that is put aside, and come back with it
     */
    public record Part(String name, BriefStatement statement, boolean returns) {
        static Part table(String name, List<String> columns) {
            return new Part(name, dependentTable(name, columns), true);
        }

        private Part and(String table) {
            return new Part(name, statement.and(table), returns);
        }

        /** What ends with the account, or is made anew. */
        Part passing() {
            return new Part(name, statement, false);
        }

        private static Part index(String name, String table, String columns) {
            return new Part("cuenta." + name, createIndex(name, table, columns), false);
        }
    }

    /** The fixed tables whose records hang on accounts. A later version may have more of them than an earlier one made. */
    public List<Part> dependents() {
        List<Part> parts = new ArrayList<>();
        String account =
                "account_id " + shape.keyType().sql() + " not null references accounts.account on delete cascade";
        parts.add(Part.table(
                "cuenta.credential",
                List.of(
                        account,
                        "hash text not null",
                        "set_at timestamptz not null default now()",
                        "primary key (account_id)")));
        parts.add(Part.table(
                "cuenta.former_password",
                List.of(
                        account,
                        "hash text not null",
                        "set_at timestamptz not null",
                        "primary key (account_id, set_at)")));
        parts.add(Part.table(
                "cuenta.second_factor",
                List.of(
                        account,
                        "seed bytea not null",
                        "confirmed_at timestamptz",
                        "last_step bigint not null default 0",
                        "primary key (account_id)")));
        parts.add(Part.table(
                        "cuenta.recovery_code",
                        List.of(
                                "account_id " + shape.keyType().sql()
                                        + " not null references cuenta.second_factor on delete cascade",
                                "hash bytea not null",
                                "primary key (account_id, hash)"))
                .and("cuenta.second_factor"));
        parts.add(Part.table(
                        "cuenta.session",
                        List.of(
                                "token_hash bytea primary key",
                                account,
                                "created_at timestamptz not null default now()",
                                "expires_at timestamptz not null",
                                "tenant_id uuid references cuenta.tenant on delete set null",
                                "id uuid not null default gen_random_uuid() unique",
                                "last_used_at timestamptz not null default now()",
                                "agent text not null default ''",
                                "strong boolean not null default false"))
                .and(TENANT)
                .passing());
        parts.add(Part.index("session_account", "cuenta.session", "(account_id)"));
        parts.add(Part.index("session_tenant", "cuenta.session", "(tenant_id) where tenant_id is not null"));
        parts.add(Part.index("session_expires_at", "cuenta.session", "(expires_at)"));
        parts.add(Part.table(
                        "cuenta.role_given",
                        List.of(
                                account,
                                "role smallint not null",
                                "tenant_id uuid references cuenta.tenant",
                                "given_at timestamptz not null default now()",
                                "given_by text",
                                "reason text",
                                "starts_at timestamptz",
                                "ends_at timestamptz",
                                "waiting boolean",
                                "asked_by text",
                                "approved_by text",
                                "unique nulls not distinct (account_id, role, tenant_id)"))
                .and(TENANT));
        parts.add(ROLES_IN_EFFECT);
        parts.add(Part.index(
                "role_given_holders",
                "cuenta.role_given",
                "(role, account_id, coalesce(tenant_id, '00000000-0000-0000-0000-000000000000'))"));
        parts.add(Part.index(
                "role_given_in_tenant",
                "cuenta.role_given",
                "(tenant_id, role, account_id) where tenant_id is not null"));
        parts.add(Part.index("role_given_timed", "cuenta.role_given", "(account_id) where " + RightsStamps.TIMED));
        parts.add(Part.index("role_given_waiting", "cuenta.role_given", "(account_id) where waiting"));
        parts.add(Part.table(
                        "cuenta.membership",
                        List.of(
                                account,
                                "tenant_id uuid not null references cuenta.tenant",
                                "since timestamptz not null default now()",
                                "primary key (account_id, tenant_id)"))
                .and(TENANT));
        parts.add(Part.index("membership_tenant", "cuenta.membership", "(tenant_id)"));
        parts.add(Part.table(
                        "cuenta.picture",
                        List.of(
                                "id uuid primary key",
                                account,
                                "field text not null",
                                "media_type text not null",
                                "width integer not null",
                                "height integer not null",
                                "bytes integer not null",
                                "created_at timestamptz not null default clock_timestamp()"))
                .passing());
        parts.add(Part.table(
                        "cuenta.secret_lookup",
                        List.of(
                                "account_id " + shape.keyType().sql()
                                        + " not null references accounts.account on delete cascade deferrable initially deferred",
                                "field text not null",
                                "key_id text not null",
                                "hash text not null",
                                "primary key (account_id, field)"))
                .passing());
        parts.add(Part.index("secret_lookup_hash", "cuenta.secret_lookup", "(field, hash)"));
        parts.add(Part.table(
                        "cuenta.dependent",
                        List.of(
                                "service text not null",
                                "sort text not null",
                                "key text not null",
                                account,
                                "registered_at timestamptz not null default now()",
                                "primary key (service, sort, key)"))
                .passing());
        parts.add(Part.index("dependent_account", "cuenta.dependent", "(account_id)"));
        parts.add(Part.table(
                        FILLED,
                        List.of(
                                "revision integer not null",
                                "place text not null",
                                account,
                                "given text not null",
                                "primary key (revision, place, account_id)"))
                .passing());
        parts.addAll(messageTables(account));
        parts.add(Part.index("picture_account", "cuenta.picture", "(account_id, field, created_at)"));
        return parts;
    }

    private static List<Part> messageTables(String account) {
        return List.of(
                Part.table(
                        "cuenta.confirmed",
                        List.of(
                                account,
                                "field text not null",
                                "confirmed_at timestamptz not null",
                                "primary key (account_id, field)")),
                Part.table(
                                "cuenta.proof",
                                List.of(
                                        account,
                                        "purpose text not null",
                                        "field text not null",
                                        "token_hash bytea not null unique",
                                        "form text not null",
                                        "made_at timestamptz not null default now()",
                                        "expires_at timestamptz not null",
                                        "primary key (account_id, purpose, field)"))
                        .passing(),
                Part.table(
                                "cuenta.message",
                                List.of(
                                        "id uuid primary key",
                                        account,
                                        "purpose text not null",
                                        "field text not null",
                                        "due_at timestamptz not null default now()",
                                        "attempts integer not null default 0",
                                        "address text not null default ''",
                                        "claimed_until timestamptz",
                                        "put_aside_at timestamptz",
                                        "unique (account_id, purpose, field, address)"))
                        .passing(),
                Part.index("message_due_at", "cuenta.message", "(due_at)"));
    }

    public List<Field> storedFields(@Nullable String profile) {
        return model.fields().values().stream()
                .filter(Field::stored)
                .filter(field -> Objects.equals(field.path().profile(), profile))
                .toList();
    }

    public Shape shape() {
        return shape;
    }

    /** References to other accounts are added later: the ids may not be there yet. */
    public List<BriefStatement> profileTable(String profile) {
        List<String> columns = new ArrayList<>();
        storedFields(profile).forEach(field -> columns.add(columnForNew(field)));
        if (model.isWithinTenant(profile)) {
            return tenantProfileTable(profile, columns);
        }
        columns.add(
                0,
                "account_id " + shape.keyType().sql() + " primary key references accounts.account on delete cascade");
        return List.of(dependentTable(qualified(profile), columns));
    }

    /** Its rows come with the first value that somebody gives, and go with the membership. */
    private List<BriefStatement> tenantProfileTable(String profile, List<String> fields) {
        String table = qualified(profile);
        List<String> columns = new ArrayList<>(tenantProfileKey());
        columns.addAll(fields);
        columns.add(OF_MEMBERSHIP.formatted("cuenta.membership"));
        return List.of(
                BriefStatement.on("cuenta.membership", createTable(table, columns)),
                BriefStatement.on(table, tenantIndex(profile, table)));
    }

    public List<String> tenantProfileKey() {
        return List.of(
                "account_id " + shape.keyType().sql() + " not null",
                TENANT_KEY + " uuid not null",
                "primary key (account_id, " + TENANT_KEY + ")");
    }

    /** The index by which such a table finds a tenant's rows. */
    public static String tenantIndex(String profile, String table) {
        return "create index if not exists " + quoted(RuleNames.fitting(Shape.table(profile) + "_in_tenant")) + " on "
                + table + " (" + TENANT_KEY + ")";
    }

    /** A column that accounts of an earlier version did not have. */
    public static BriefStatement addAnonymised() {
        return BriefStatement.alter(qualified(null), "add column if not exists " + ANONYMISED + " timestamptz");
    }

    public List<String> accountColumns() {
        List<String> columns = new ArrayList<>(List.of(
                "id " + shape.keyType().sql() + " primary key",
                "kind text not null",
                "created_at timestamptz not null",
                "last_modified_at timestamptz not null",
                "version bigint not null",
                ANONYMISED + " timestamptz",
                TenantsOfAccounts.column(),
                RightsStamps.column()));
        if (shape.hasSecondIds()) {
            columns.add(secondId());
        }
        return columns;
    }

    private String secondId() {
        String present = shape.idType() == shape.keyType() ? "" : " not null default " + nextId(model.id(), "now()");
        IdType type = shape.keyType().other();
        return Shape.SECOND_ID + " " + type.sql() + present + " constraint " + Shape.SECOND_ID_INDEX + " unique";
    }

    /** A new id as SQL makes it; time-ordered ones for what came into being at the moment. */
    public static String nextId(IdScheme scheme, String moment) {
        return switch (scheme) {
            case UUID7 -> "cuenta.uuid7(" + moment + ")";
            case UUID4 -> "gen_random_uuid()";
            case SEQUENCE -> "nextval('" + IDS + "')";
        };
    }

    private static String createTable(String name, List<String> columns) {
        return "create table if not exists " + name + " (\n    " + String.join(",\n    ", columns) + "\n)";
    }

    /** A reference locks what it refers to. */
    private static BriefStatement dependentTable(String name, List<String> columns) {
        return BriefStatement.on(qualified(null), createTable(name, columns));
    }

    private static BriefStatement createIndex(String name, String table, String columns) {
        return BriefStatement.on(table, "create index if not exists " + name + " on " + table + " " + columns);
    }

    /** In a table that is new: nothing is there yet that could break a rule. */
    public String columnForNew(Field field) {
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
        return column.toString();
    }

    /**
     * In a table that has records. PostgreSQL keeps a constant default for existing records in the catalogue, so nothing is
     * rewritten, and revisions that do not know the column can go on inserting.
     */
    public BriefStatement addColumn(Field field) {
        StringBuilder column = new StringBuilder("add column if not exists ");
        column.append(quoted(Shape.column(field))).append(' ').append(shape.type(field));
        field.forExisting()
                .ifPresent(value -> column.append(field.required() ? " not null" : "")
                        .append(" default ")
                        .append(literal(field.column(), value)));
        return alter(field, column.toString());
    }

    /** Replaces the field's rules in one short statement; they are proven later, without a lock that blocks anyone. */
    public static Optional<BriefStatement> replaceChecks(Field field) {
        return replaceChecks(field, List.of(), Shape.checks(field));
    }

    /** As {@link #replaceChecks(Field)}, with rules that other checks of the table held so far. */
    public static Optional<BriefStatement> replaceChecks(Field field, List<Shape.Check> old, List<Shape.Check> checks) {
        Set<String> names = new LinkedHashSet<>();
        old.forEach(check -> names.add(check.name()));
        checks.forEach(check -> names.add(check.name()));
        List<String> parts = new ArrayList<>();
        names.forEach(name -> parts.add("drop constraint if exists " + quoted(name)));
        checks.forEach(check ->
                parts.add("add constraint " + quoted(check.name()) + " check (" + check.condition() + ") not valid"));
        return parts.isEmpty() ? Optional.empty() : Optional.of(alter(field, String.join(", ", parts)));
    }

    /** That the value is the id of an account that is there; empties itself when that account goes. */
    public Optional<BriefStatement> addReference(Field field, String column) {
        return addReference(field, column, RuleNames.of(field, Shape.REFERENCE));
    }

    public Optional<BriefStatement> addReference(Field field, String column, String constraint) {
        String name = quoted(constraint);
        return field.column().is(Column.Kind.ACCOUNT)
                ? Optional.of(alter(
                                field,
                                "drop constraint if exists " + name + ", add constraint " + name
                                        + " foreign key (" + quoted(column) + ") references accounts.account ("
                                        + shape.idColumn()
                                        + ") on delete set null not valid")
                        .and(qualified(null)))
                : Optional.empty();
    }

    /** Takes away every rule that belongs to the field's column. */
    public static List<BriefStatement> dropRules(Field field) {
        List<String> names = new ArrayList<>(
                Shape.checks(field).stream().map(Shape.Check::name).toList());
        names.add(RuleNames.of(field, Shape.REFERENCE));
        names.add(RuleNames.of(field, "required"));
        return names.stream()
                .map(name -> alter(field, "drop constraint if exists " + quoted(name)))
                .toList();
    }

    public static OnlineStatement validate(Field field, String constraint) {
        return new OnlineStatement(
                alter(field, "validate constraint " + quoted(constraint)).sql());
    }

    public static BriefStatement alter(Field field, String action) {
        return BriefStatement.alter(qualified(field.path().profile()), action);
    }

    public static BriefStatement alterColumn(Field field, String column, String action) {
        return alter(field, "alter column " + quoted(column) + " " + action);
    }

    public static BriefStatement setDefault(Field field, @Nullable Object value) {
        return alterColumn(
                field,
                Shape.column(field),
                value == null ? "drop default" : "set default " + literal(field.column(), value));
    }

    public static BriefStatement renameColumn(@Nullable String profile, String from, String to) {
        return BriefStatement.alter(qualified(profile), "rename column " + quoted(from) + " to " + quoted(to));
    }

    /** So is what was confirmed. */
    public static BriefStatement renameConfirmations(Field before, Field after) {
        return BriefStatement.of("update cuenta.confirmed set field = " + literal(after.path()) + " where field = "
                + literal(before.path()));
    }

    /** Pictures are known by their field's path. */
    public static BriefStatement renamePictures(Field before, Field after) {
        return BriefStatement.of("update cuenta.picture set field = " + literal(after.path()) + " where field = "
                + literal(before.path()));
    }

    /** An index that the field asks for. */
    public record Index(String name, boolean unique, String of) {
        /** While a shadow of the column is filled, the index on the old one still has the name. */
        public String nameInRevision(int number) {
            return RuleNames.numbered(name, number);
        }
    }

    public static List<Index> indexes(Field field) {
        return indexes(field, Shape.column(field));
    }

    public static List<Index> indexes(Field field, String columnName) {
        List<Index> indexes = new ArrayList<>();
        String column = quoted(columnName);
        String within = field.withinTenant() ? TENANT_KEY + ", " : "";
        if (field.uniqueByIndex()) {
            indexes.add(new Index(RuleNames.unique(field), true, "(" + within + Shape.comparable(field, column) + ")"));
        }
        if (field.search() && !field.secret()) {
            indexes.add(new Index(
                    RuleNames.of(field, SEARCH),
                    false,
                    "using gin (" + Shape.comparable(field, column) + " gin_trgm_ops)"));
        }
        if (field.indexed()) {
            indexes.add(new Index(
                    RuleNames.of(field, SORTED),
                    false,
                    "(" + within + Shape.sortable(field, column) + ", " + keyOf(field) + ")"));
        }
        if (field.indexed() && Shape.isLinguistic(field)) {
            // In an order in which all with the same beginning stand together.
            indexes.add(new Index(
                    RuleNames.of(field, COMPARED),
                    false,
                    "(" + within + Shape.comparable(field, column) + " text_pattern_ops)"));
        }
        if (field.column().is(Column.Kind.ACCOUNT)) {
            indexes.add(new Index(RuleNames.of(field, Shape.REFERENCE), false, "(" + column + ")"));
        }
        return indexes;
    }

    /** Holds nobody up. */
    public static BriefStatement renameIndex(String from, String to) {
        return BriefStatement.of(
                "alter index if exists " + Shape.SCHEMA + "." + quoted(from) + " rename to " + quoted(to));
    }

    public static OnlineStatement createIndex(Field field, String name, Index index) {
        return new OnlineStatement("create " + (index.unique() ? "unique " : "") + "index concurrently if not exists "
                + quoted(name) + " on " + qualified(field.path().profile()) + " " + index.of());
    }

    /** Within a moment that changes more. */
    public static BriefStatement dropIndex(Field field, Index index) {
        return BriefStatement.on(
                qualified(field.path().profile()), "drop index if exists " + Shape.SCHEMA + "." + quoted(index.name()));
    }

    public static OnlineStatement dropIndex(String name) {
        return new OnlineStatement("drop index concurrently if exists " + Shape.SCHEMA + "." + quoted(name));
    }

    public static BriefStatement comment(Field field) {
        String text = field.label() + (field.description().isEmpty() ? "" : ". " + field.description());
        String table = qualified(field.path().profile());
        return BriefStatement.on(
                table, "comment on column " + table + "." + quoted(Shape.column(field)) + " is " + literal(text));
    }

    public static String keyOf(Field field) {
        return Shape.keyOf(field.path().profile());
    }
}
