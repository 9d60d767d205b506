package dev.cuenta.core.adoption;

import dev.cuenta.core.model.AccountModel;
import dev.cuenta.core.model.Field;
import dev.cuenta.core.model.FieldPath;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import org.jspecify.annotations.Nullable;

/** Accounts as an export has them, on their way back into an installation whose live model this is. */
public final class Exported {
    private final List<Field> fields;
    private final Set<String> profilesInTenants;

    public Exported(AccountModel model) {
        this.fields = model.fields().values().stream()
                .filter(field ->
                        field.stored() && !field.withinTenant() && !field.type().isPicture())
                .toList();
        this.profilesInTenants = Set.copyOf(model.profiles(true));
    }

    /** Names of the fields of which an export can have values. */
    public static List<String> fields(AccountModel model) {
        List<Field> withheld = withheld(model);
        return model.fields().values().stream()
                .filter(field -> field.stored() && !withheld.contains(field))
                .map(field -> field.path().toString())
                .toList();
    }

    /** Fields of which an export has no values: what never leaves, and what leaves only account by account. */
    public static List<Field> withheld(AccountModel model) {
        return model.fields().values().stream()
                .filter(field -> field.stored() && (!field.leaves() || field.secret()))
                .toList();
    }

    /** Fields whose pictures a whole export has, in base64 by the field, as {@code pictures} of the account. */
    public static List<FieldPath> pictures(AccountModel model) {
        return model.fields().values().stream()
                .filter(field ->
                        field.stored() && field.leaves() && field.type().isPicture())
                .map(Field::path)
                .toList();
    }

    /**
     * An account as rows are sent to the service: it keeps its id, which is the key under which the map of ids has it.
     *
     * @param account a line of the export, as a JSON reader gives it
     */
    public Map<String, Object> row(Map<String, Object> account) {
        Map<String, Object> row = new LinkedHashMap<>();
        Object id = account.getOrDefault("id", "");
        row.put("key", id);
        row.put("id", id);
        copy("kind", account, row);
        copy("roles", account, row);
        if (account.get("tenants") instanceof List<?> tenants) {
            row.put("tenants", tenants.stream().map(this::tenant).toList());
        }
        copy("pictures", account, row);
        if (account.get("meta") instanceof Map<?, ?> meta) {
            List.of("created", "lastModified", "anonymised", "confirmed", "roleEnds")
                    .forEach(name -> copy(name, meta, row));
        }
        Map<String, Object> values = new LinkedHashMap<>();
        fields.forEach(field -> value(field.path(), account)
                .ifPresent(value -> values.put(field.path().toString(), value)));
        row.put("values", values);
        return row;
    }

    /** What the account has there stands in the export beside what the membership is. */
    private Object tenant(Object exported) {
        if (!(exported instanceof Map<?, ?> tenant)) {
            return exported;
        }
        Map<Object, Object> sent = new LinkedHashMap<>(tenant);
        Map<Object, Object> values = new LinkedHashMap<>(tenant);
        sent.keySet().removeIf(profilesInTenants::contains);
        values.keySet().retainAll(profilesInTenants);
        if (!values.isEmpty()) {
            sent.put("values", values);
        }
        return sent;
    }

    private static void copy(String name, Map<?, ?> from, Map<String, Object> to) {
        Object value = from.get(name);
        if (value != null) {
            to.put(name, value);
        }
    }

    private static Optional<Object> value(FieldPath path, Map<String, Object> account) {
        @Nullable Object group = path.profile() == null ? account : account.get(path.profile());
        return group instanceof Map<?, ?> values ? Optional.ofNullable(values.get(path.name())) : Optional.empty();
    }
}
