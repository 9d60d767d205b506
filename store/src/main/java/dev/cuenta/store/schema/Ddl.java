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
    public static final String TENANT_KEY = "tenant_id";

    /** That there is the membership which such a profile's row belongs to. */
    public static final String OF_MEMBERSHIP =
            "foreign key (account_id, " + TENANT_KEY + ") references %s on delete cascade";

    public static final String ANONYMISED = "anonymised_at";

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
        return List.of(BriefStatement.on(qualified(null), createTable(qualified(profile), columns)));
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
