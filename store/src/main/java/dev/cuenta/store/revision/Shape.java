package dev.cuenta.store.revision;

import dev.cuenta.core.model.AccountModel;
import dev.cuenta.core.model.Field;
import dev.cuenta.core.model.FieldPath;
import dev.cuenta.core.model.IdScheme;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.zip.CRC32;
import org.jspecify.annotations.Nullable;

/** How the model's names and types are spelt in the database: one table for accounts and one for each profile. */
public final class Shape {
    public static final String SCHEMA = "accounts";
    public static final String ACCOUNT = "account";
    private static final int LONGEST_NAME = 63;

    private final AccountModel model;

    public Shape(AccountModel model) {
        this.model = model;
    }

    /** The table of a profile; of the account itself for null. */
    public static String table(@Nullable String profile) {
        return profile == null ? ACCOUNT : fitting("profile_" + snakeCase(profile));
    }

    /** As SQL spells it, with its schema. */
    public static String qualified(@Nullable String profile) {
        return SCHEMA + "." + quoted(table(profile));
    }

    public static String column(Field field) {
        return column(field.path());
    }

    static String column(FieldPath path) {
        return fitting(snakeCase(path.name()));
    }

    public String idType() {
        return model.id() == IdScheme.SEQUENCE ? "bigint" : "uuid";
    }

    static String uniqueIndex(Field field) {
        return fitting(table(field.path().profile()) + "_" + column(field) + "_unique");
    }

    static String constraint(Field field, String rule) {
        return fitting(table(field.path().profile()) + "_" + column(field) + "_" + rule);
    }

    /** The field whose uniqueness an index keeps, so that a violation can be told back. */
    public Optional<Field> uniqueField(String index) {
        return model.fields().values().stream()
                .filter(field -> field.unique() && uniqueIndex(field).equals(index))
                .findFirst();
    }

    static String type(Field field) {
        var column = field.column();
        return switch (column.kind()) {
            case TEXT -> "text";
            case BIGINT -> "bigint";
            case NUMERIC -> "numeric(" + column.precision() + ", " + column.scale() + ")";
            case BOOLEAN -> "boolean";
            case DATE -> "date";
            case TIMESTAMP -> "timestamptz";
        };
    }

    /** What a unique field's values are compared by. */
    public static String comparable(Field field, String expression) {
        return field.limits().caseExact() || !field.column().kind().valueClass().equals(String.class)
                ? expression
                : "cuenta.normal_form(" + expression + ")";
    }

    /** A named rule that a column keeps, as a condition in SQL. */
    record Check(String name, String condition) {}

    static List<Check> checks(Field field) {
        List<Check> checks = new ArrayList<>();
        String column = quoted(column(field));
        var limits = field.limits();
        between("char_length(" + column + ")", limits.minLength(), limits.maxLength())
                .ifPresent(condition -> checks.add(new Check(constraint(field, "length"), condition)));
        between(column, limits.min(), limits.max())
                .ifPresent(condition -> checks.add(new Check(constraint(field, "range"), condition)));
        if (!limits.options().isEmpty()) {
            String options = String.join(
                    ", ", limits.options().stream().map(Shape::literal).toList());
            checks.add(new Check(constraint(field, "options"), column + " in (" + options + ")"));
        }
        return checks;
    }

    private static Optional<String> between(String expression, @Nullable Object least, @Nullable Object most) {
        if (least == null && most == null) {
            return Optional.empty();
        }
        List<String> bounds = new ArrayList<>();
        if (least != null) {
            bounds.add(expression + " >= " + literal(least));
        }
        if (most != null) {
            bounds.add(expression + " <= " + literal(most));
        }
        return Optional.of(String.join(" and ", bounds));
    }

    /** A constant in SQL. Numbers and truth values stand for themselves; everything else is a quoted text. */
    static String literal(Object value) {
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

    /** PostgreSQL cuts names after 63 bytes; a checksum keeps what was cut apart. */
    static String fitting(String name) {
        if (name.length() <= LONGEST_NAME) {
            return name;
        }
        CRC32 checksum = new CRC32();
        checksum.update(name.getBytes(StandardCharsets.UTF_8));
        return name.substring(0, LONGEST_NAME - 9) + "_" + String.format("%08x", checksum.getValue());
    }
}
