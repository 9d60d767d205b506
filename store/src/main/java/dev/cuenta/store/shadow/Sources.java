package dev.cuenta.store.shadow;

import static dev.cuenta.store.schema.Shape.quoted;

import dev.cuenta.core.account.AccountId;
import dev.cuenta.core.account.AccountRecord;
import dev.cuenta.core.account.AccountRecord.GivenRole;
import dev.cuenta.core.account.Needs;
import dev.cuenta.core.model.AccountModel;
import dev.cuenta.core.model.Field;
import dev.cuenta.core.model.FieldPath;
import dev.cuenta.core.model.Role;
import dev.cuenta.core.revision.Conversion;
import dev.cuenta.store.schema.ColumnValues;
import dev.cuenta.store.schema.DependentTables;
import dev.cuenta.store.schema.Shape;
import dev.cuenta.store.secret.Secrets;
import java.sql.Array;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.time.OffsetDateTime;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Set;
import java.util.TreeSet;
import java.util.function.Function;
import org.jspecify.annotations.Nullable;

/**
 * Records as the next revision will read them, while their values still lie as the live one has them: under former names, in other
 * tables, as values of another type. Who fills a field and who only asks what a fill would give read them here.
 */
public final class Sources {
    /**
     * A column that may have a field's value.
     *
     * @param as the field whose type and limits the column's values have, in whose table it is
     */
    public record Place(Field as, String column) {
        public static Place of(Field field) {
            return new Place(field, Shape.column(field));
        }
    }

    /** A column of the question, and the field whose value it may have. */
    private record Asked(Field field, Place place) {}

    private final AccountModel model;
    private final Secrets secrets;
    private final List<Asked> asked = new ArrayList<>();
    private final List<String> columns = new ArrayList<>();
    private final String joins;

    /**
     * @param shape of the next model
     * @param id the account's id as a text, as SQL; the account has the alias {@code a}
     * @param places where a field's value is looked for, the first that has one counts
     */
    public Sources(Shape shape, String id, Needs needs, Function<Field, List<Place>> places, Secrets secrets) {
        this.model = shape.model();
        this.secrets = secrets;
        columns.addAll(List.of(
                "cast(a.id as text)",
                id,
                "a.kind",
                "a.created_at",
                "a.last_modified_at",
                needs.roles()
                        ? "array(select g.role from " + DependentTables.ROLE_IN_EFFECT + " g where g.account_id = a.id)"
                        : "cast(null as integer[])"));
        Set<String> profiles = new TreeSet<>();
        for (FieldPath path : needs.fields()) {
            model.field(path)
                    .ifPresent(field -> places.apply(field).forEach(place -> {
                        asked.add(new Asked(field, place));
                        String profile = place.as().path().profile();
                        if (profile != null) {
                            profiles.add(profile);
                        }
                        columns.add(alias(profile) + "." + quoted(place.column()));
                    }));
        }
        StringBuilder joined = new StringBuilder();
        profiles.forEach(profile -> joined.append(" left join ")
                .append(Shape.qualified(profile))
                .append(' ')
                .append(alias(profile))
                .append(" on ")
                .append(alias(profile))
                .append(".account_id = a.id"));
        this.joins = joined.toString();
    }

    private static String alias(@Nullable String profile) {
        return profile == null ? "a" : quoted("s_" + Shape.table(profile));
    }

    /** What is read of each account, as a list of SQL. */
    public String columns() {
        return String.join(", ", columns);
    }

    /** The tables of profiles, joined to the account. */
    public String joins() {
        return joins;
    }

    /**
     * A record, of a row that begins with {@link #columns}.
     *
     * @param key what the tables know the account by
     */
    public record Source(String key, AccountRecord record) {
        public @Nullable Object value(Field field) {
            return record.values().get(field.path());
        }
    }

    public Source read(ResultSet row) throws SQLException {
        String key = row.getString(1);
        Map<FieldPath, @Nullable Object> values = new LinkedHashMap<>();
        for (int i = 0; i < asked.size(); i++) {
            Asked each = asked.get(i);
            if (values.get(each.field().path()) == null) {
                Object found = read(each, key, row, columns.size() - asked.size() + i + 1);
                values.put(each.field().path(), found);
            }
        }
        return new Source(
                key,
                new AccountRecord(
                        new AccountId(row.getString(2)),
                        row.getString(3),
                        values,
                        roles(row.getArray(6)),
                        List.of(),
                        row.getObject(4, OffsetDateTime.class).toInstant(),
                        row.getObject(5, OffsetDateTime.class).toInstant(),
                        null,
                        Map.of(),
                        0,
                        0));
    }

    private @Nullable Object read(Asked each, String key, ResultSet row, int position) throws SQLException {
        Field as = each.place().as();
        Object stored = secrets.opened(as, key, ColumnValues.get(row, position, Shape.stored(as)));
        return stored == null || as.equals(each.field()) ? stored : converted(stored, as, each.field());
    }

    /** What does not fit gives way to the constant, if there is one. */
    private static @Nullable Object converted(Object stored, Field before, Field after) {
        return Conversion.convert(stored, before, after)
                .value()
                .or(after::forExisting)
                .orElse(null);
    }

    private List<GivenRole> roles(@Nullable Array numbers) throws SQLException {
        return numbers == null
                ? List.of()
                : Arrays.stream((Integer[]) numbers.getArray())
                        .filter(Objects::nonNull)
                        .flatMap(number -> model.roleNumbered(number).stream())
                        .map(Role::name)
                        .distinct()
                        .map(role -> new GivenRole(role, null))
                        .toList();
    }
}
