package dev.cuenta.store.schema;

import dev.cuenta.core.model.AccountModel;
import dev.cuenta.core.model.Field;
import dev.cuenta.core.model.FieldPath;
import dev.cuenta.core.type.Column;
import dev.cuenta.core.type.Comparison;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.stream.Stream;
import org.jspecify.annotations.Nullable;
import tools.jackson.databind.json.JsonMapper;

/** How the model's names and types are spelt in the database: one table for accounts and one for each profile. */
public final class Shape {
    public static final String SCHEMA = "accounts";
    public static final String ACCOUNT = "account";
    public static final String REFERENCE = "reference";

    /** The column by which the other tables know accounts. */
    public static final String KEY = "id";

    private static final String PROFILE_KEY = "account_id";

    /** No field's column can have this name. */
    public static final String SECOND_ID = "id_2";

    /** Keeps second ids unique. */
    public static final String SECOND_ID_INDEX = "account_" + SECOND_ID;

    private static final JsonMapper JSON = JsonMapper.builder().build();

    private final AccountModel model;
    private final Layout layout;
    private final IdType keyType;
    private final KeyFunctions keyFunctions;

    /** Of tables that the model's first revision makes. */
    public Shape(AccountModel model) {
        this(model, Layout.NEW);
    }

    public Shape(AccountModel model, Layout layout) {
        this.model = model;
        this.layout = layout;
        this.keyType = layout.keys().orElse(IdType.of(model.id()));
        this.keyFunctions = new KeyFunctions(this);
    }

    public AccountModel model() {
        return model;
    }

    public Layout layout() {
        return layout;
    }

    /** What the field's column is called at the moment; other than {@link #column} only while a publish is about to name it. */
    public String columnNow(Field field) {
        return layout.names().of(table(field.path().profile()), column(field));
    }

    /** The column in which the table of a profile, or of the account itself for null, has the account's key. */
    public static String keyOf(@Nullable String profile) {
        return profile == null ? KEY : PROFILE_KEY;
    }

    /** The table of a profile; of the account itself for null. */
    public static String table(@Nullable String profile) {
        return profile == null ? ACCOUNT : RuleNames.fitting("profile_" + snakeCase(profile));
    }

    /** As SQL spells it, with its schema. */
    public static String qualified(@Nullable String profile) {
        return SCHEMA + "." + quoted(table(profile));
    }

    public static String column(Field field) {
        return column(field.path());
    }

    static String column(FieldPath path) {
        return RuleNames.fitting(snakeCase(path.name()));
    }

    /**
     * Tables whose rows are kept as they are with an account that is put aside, each after those that it refers to: Cuenta's own, and
     * profiles that the account has in each of its tenants.
     */
    public List<String> returning() {
        return Stream.concat(
                        new DependentTables(keyType)
                                .parts().stream()
                                        .filter(DependentTables.Part::returns)
                                        .map(DependentTables.Part::name),
                        model.profiles(true).stream().map(Shape::qualified))
                .toList();
    }

    /** What ids are by the model. */
    public IdType idType() {
        return IdType.of(model.id());
    }

    /** What tables know accounts by; the id itself, unless the scheme of a live model changed its sort. */
    public IdType keyType() {
        return keyType;
    }

    public boolean hasSecondIds() {
        return layout.secondIds() || keyType != idType();
    }

    /** The column of an account's present id. */
    public String idColumn() {
        return idColumn(idType());
    }

    /** Where what was an account's id before stands; only with {@link #hasSecondIds}. */
    public String formerIdColumn() {
        return idColumn(idType().other());
    }

    private String idColumn(IdType type) {
        return type == keyType ? KEY : SECOND_ID;
    }

    /** The column that an id of the text's form would be found in; empty for a text that is no account's id. */
    public Optional<FoundId> findId(String text) {
        return Optional.of(keyType)
                .flatMap(type -> foundId(type, text))
                .or(() -> hasSecondIds() ? foundId(keyType.other(), text) : Optional.empty());
    }

    private Optional<FoundId> foundId(IdType type, String text) {
        return type.read(text).map(value -> new FoundId(idColumn(type), type, value));
    }

    /** A column of the account's table, and the value that it would have to hold. */
    public record FoundId(String column, IdType type, Object value) {
        public boolean isKey() {
            return column.equals(KEY);
        }
    }

    /** As SQL: whether the account, with the alias {@code a}, has or had the id that the text may be. */
    public String isKnownBy(String text) {
        String byKey = "a." + KEY + " = " + keyType.cast(text);
        return hasSecondIds()
                ? "(" + byKey + " or a." + SECOND_ID + " = " + keyType.other().cast(text) + ")"
                : byKey;
    }

    /** As SQL: all ids that the account, with the alias {@code a}, has or had, as an array of texts. */
    public String ids() {
        return "array[cast(a." + KEY + " as text)" + (hasSecondIds() ? ", cast(a." + SECOND_ID + " as text)" : "")
                + "]";
    }

    /** As SQL: the present id, as a text, of the account with that key. */
    public String idOf(String key) {
        return idType() == keyType
                ? "cast(" + key + " as text)"
                : "(select cast(o." + SECOND_ID + " as text) from accounts.account o where o.id = " + key + ")";
    }

    /** As SQL: the present id of the account whose former one the value is. */
    public String idOfFormer(String former) {
        return "(select o." + idColumn() + " from accounts.account o where o." + formerIdColumn() + " = " + former
                + ")";
    }

    /** The field whose uniqueness an index keeps, on this server or within a tenant, so that a violation can be told back. */
    public Optional<Field> uniqueField(String index) {
        return RuleNames.fieldOf(index, model).filter(field -> field.unique() || field.uniqueWithinTenant());
    }

    /** The field whose reference to another account a constraint keeps. */
    public Optional<Field> referringField(String constraint) {
        return RuleNames.fieldOf(constraint, model)
                .filter(field -> field.column().is(Column.Kind.ACCOUNT));
    }

    /** How the field's values are kept: as its type says, or sealed. */
    public static Column stored(Field field) {
        return field.secret() ? new Column(Column.Kind.BYTES, 0, 0, false) : field.column();
    }

    public String type(Field field) {
        var column = stored(field);
        String one = switch (column.kind()) {
            // Hibernate reads arrays of varchar; lengths stand in checks for both.
            case TEXT -> column.many() ? "varchar" : "text";
            case BIGINT -> "bigint";
            case NUMERIC -> "numeric(" + column.precision() + ", " + column.scale() + ")";
            case BOOLEAN -> "boolean";
            case DATE -> "date";
            case TIMESTAMP -> "timestamptz";
            case JSON -> "jsonb";
            case BYTES -> "bytea";
            case ACCOUNT -> idType().sql();
        };
        return column.many() ? one + "[]" : one;
    }

    /** What a unique field's values are compared by. */
    public static String comparable(Field field, String expression) {
        return field.limits().caseExact() || !stored(field).is(Column.Kind.TEXT)
                ? expression
                : "cuenta.normal_form(" + expression + ")";
    }

    /** By what accounts are sorted that are sorted by the field: words in the order of dictionaries. */
    public static String sortable(Field field, String expression) {
        return isLinguistic(field) ? expression + " collate \"und-x-icu\"" : expression;
    }

    static boolean isLinguistic(Field field) {
        return field.column().is(Column.Kind.TEXT) && field.type().comparisons().contains(Comparison.CO);
    }

    /**
     * The index that PostgreSQL would use for the comparison by itself, were there no row-level security: the operator's function is
     * not trusted with values of accounts that may not be seen. Empty where there is none, or where it is used.
     */
    public static Optional<String> untrustedIndex(Field field, Comparison comparison) {
        if (field.withinTenant() && field.uniqueWithinTenant() && comparison == Comparison.EQ) {
            return Optional.of(RuleNames.unique(field));
        }
        if (field.unique() && comparison == Comparison.EQ) {
            return Optional.empty(); // keyByUnique asks within the statement
        }
        boolean whole = comparison == Comparison.EQ || comparison == Comparison.SW;
        if (field.search() && (whole || comparison == Comparison.CO)) {
            return Optional.of(RuleNames.of(field, FieldIndex.SEARCH));
        }
        if (field.indexed() && isLinguistic(field) && whole) {
            return Optional.of(RuleNames.of(field, FieldIndex.COMPARED));
        }
        boolean decimal = field.column().is(Column.Kind.NUMERIC) && comparison != Comparison.NE;
        return field.indexed() && decimal ? Optional.of(RuleNames.of(field, FieldIndex.SORTED)) : Optional.empty();
    }

    /**
     * The key of the account that holds a value of a unique field, as an expression in SQL.
     *
     * @param value as it is compared
     */
    public String keyByUnique(Field field, String value) {
        String function = keyFunctions.name(field);
        if (layout.functions().contains(function) && columnNow(field).equals(column(field))) {
            return "(select cuenta." + function + "(cast(" + value + " as text)))";
        }
        return "cast((select cuenta.keys_by_index('" + RuleNames.unique(field) + "', 'eq', cast(" + value
                + " as text), 1)) as " + keyType().sql() + ")";
    }

    /**
     * The keys of the accounts that hold values of a unique field, in SQL: a table whose columns are called value and key, both texts.
     *
     * @param values an array of texts, as they are compared
     */
    public static String keysByUnique(Field field, String values) {
        return "cuenta.keys_by_values('" + RuleNames.unique(field) + "', " + values + ")";
    }

    /** A named rule that a column keeps, as a condition in SQL. */
    public record Check(String name, String condition) {}

    public static List<Check> checks(Field field) {
        return checks(field, column(field));
    }

    /** The field's rules for a column that is called otherwise. */
    public static List<Check> checks(Field field, String columnName) {
        if (field.secret()) {
            return List.of();
        }
        List<Check> checks = new ArrayList<>();
        String column = quoted(columnName);
        boolean many = field.column().many();
        var limits = field.limits();
        String length = many ? "cuenta.%s(" + column + ")" : "char_length(" + column + ")";
        between(length.formatted("shortest"), length.formatted("longest"), limits.minLength(), limits.maxLength())
                .ifPresent(condition -> checks.add(new Check(RuleNames.of(field, "length"), condition)));
        (many ? ofAll(column, limits.min(), limits.max()) : between(column, column, limits.min(), limits.max()))
                .ifPresent(condition -> checks.add(new Check(RuleNames.of(field, "range"), condition)));
        if (!limits.options().isEmpty()) {
            String options = String.join(
                    ", ", limits.options().stream().map(Shape::literal).toList());
            checks.add(new Check(
                    RuleNames.of(field, "options"),
                    many ? column + " <@ array[" + options + "]::varchar[]" : column + " in (" + options + ")"));
        }
        if (many) {
            checks.add(new Check(
                    RuleNames.of(field, "items"), "cardinality(" + column + ") between 1 and " + limits.maxItems()));
        }
        return checks;
    }

    /** All of the field's rules for a column, as one condition in SQL. */
    public static String rules(Field field, String columnName) {
        return checks(field, columnName).stream()
                .map(check -> "(" + check.condition() + ")")
                .reduce((one, other) -> one + " and " + other)
                .orElse("true");
    }

    private static Optional<String> ofAll(String column, @Nullable Object least, @Nullable Object most) {
        return joined(
                least == null ? null : literal(least) + " <= all (" + column + ")",
                most == null ? null : literal(most) + " >= all (" + column + ")");
    }

    private static Optional<String> between(String lower, String upper, @Nullable Object least, @Nullable Object most) {
        return joined(
                least == null ? null : lower + " >= " + literal(least),
                most == null ? null : upper + " <= " + literal(most));
    }

    private static Optional<String> joined(@Nullable String one, @Nullable String other) {
        if (one == null || other == null) {
            return Optional.ofNullable(one == null ? other : one);
        }
        return Optional.of(one + " and " + other);
    }

    /** A constant in SQL. Numbers and truth values stand for themselves; everything else is a quoted text. */
    public static String literal(Column column, Object value) {
        if (column.kind() == Column.Kind.JSON) {
            return literal(JSON.writeValueAsString(value)) + "::jsonb";
        }
        if (value instanceof List<?> items) {
            return "array["
                    + String.join(
                            ", ",
                            items.stream().map(item -> literal((Object) item)).toList()) + "]";
        }
        return literal(value);
    }

    public static String literal(Object value) {
        return value instanceof Number || value instanceof Boolean
                ? value.toString()
                : "'" + value.toString().replace("'", "''") + "'";
    }

    public static String quoted(String name) {
        return '"' + name + '"';
    }

    private static String snakeCase(String camelCase) {
        return camelCase.replaceAll("([A-Z])", "_$1").toLowerCase(Locale.ROOT);
    }
}
