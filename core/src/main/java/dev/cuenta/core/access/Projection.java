package dev.cuenta.core.access;

import dev.cuenta.core.account.AccountRecord;
import dev.cuenta.core.account.AccountRecord.GivenRole;
import dev.cuenta.core.account.Sealed;
import dev.cuenta.core.finding.Nearest;
import dev.cuenta.core.model.AccountModel;
import dev.cuenta.core.model.Field;
import dev.cuenta.core.model.FieldPath;
import dev.cuenta.core.model.Kind;
import dev.cuenta.core.model.Party;
import dev.cuenta.core.model.Returned;
import dev.cuenta.core.problem.Problem;
import dev.cuenta.core.problem.Violation;
import java.time.InstantSource;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Set;
import java.util.TreeSet;
import org.jspecify.annotations.Nullable;

/** The one door through which a record becomes something that leaves. Nothing else turns an account into JSON. */
public final class Projection {
    private final AccountModel model;
    private final AccessMatrix matrix;
    private final ComputedValues computed;

    public Projection(AccountModel model, AccessMatrix matrix, InstantSource clock) {
        this.model = model;
        this.matrix = matrix;
        this.computed = new ComputedValues(model, clock);
    }

    /**
     * The account as its reader may see it, in the order of the model.
     *
     * @param requested names of fields to limit the answer to; empty for all that are returned by default
     */
    public Map<String, Object> project(AccountRecord account, Set<Party> parties, Set<String> requested) {
        Map<String, Object> json = new LinkedHashMap<>();
        json.put("id", account.id().text());
        json.put("kind", model.kindNamed(account.kind()).name());
        json.put("displayName", displayName(account));
        Kind kind = model.kindNamed(account.kind());
        for (Field field : model.fieldsOf(kind)) {
            boolean shown = matrix.reads(parties, field) && returned(field, requested);
            Object value = shown ? value(field, account) : null;
            if (value != null) {
                group(field.path(), json).put(field.path().name(), field.type().write(value));
            }
        }
        json.put(
                "roles",
                account.roles().stream().map(GivenRole::role).distinct().toList());
        json.put(
                "tenants",
                account.tenants().stream()
                        .map(tenant -> Map.of("id", tenant.id().toString(), "name", tenant.name()))
                        .toList());
        json.put("meta", meta(account, parties));
        return json;
    }

    /** A field's value, stored, computed or unsealed; for whoever has looked whether its reader may have it. */
    public @Nullable Object value(Field field, AccountRecord account) {
        Object value = computed.value(field, account);
        return value instanceof Sealed held ? held.open() : value;
    }

    /** What people call the account; never empty. */
    public String displayName(AccountRecord account) {
        String name = model.displayName().fill(path -> {
            Field field = model.field(path).orElse(null);
            Object value = field == null ? null : computed.value(field, account);
            return field == null || value == null || field.secret() || !field.leaves()
                    ? ""
                    : field.type().write(value);
        });
        return name.isEmpty() ? "Account " + account.id().text() : name;
    }

    /**
     * Refuses names of fields that are not there, and in the same words names of fields that may not be read.
     *
     * @throws Problem INVALID
     */
    public void checkRequested(Set<String> requested, Set<Party> parties) {
        Set<String> readable = new TreeSet<>();
        model.fields().values().stream()
                .filter(field -> matrix.reads(parties, field))
                .forEach(field -> readable.add(field.path().toString()));
        List<Violation> unknown = requested.stream()
                .filter(name -> !readable.contains(name))
                .map(name -> new Violation(
                        "/fields",
                        "unknown",
                        "There is no field `" + name + "` to ask for. " + Nearest.advice(name, readable)))
                .toList();
        if (!unknown.isEmpty()) {
            throw Problem.invalid(unknown);
        }
    }

    private static boolean returned(Field field, Set<String> requested) {
        return switch (field.returned()) {
            case ALWAYS -> true;
            case DEFAULT ->
                requested.isEmpty() || requested.contains(field.path().toString());
            case REQUEST -> requested.contains(field.path().toString());
            case NEVER -> false;
        };
    }

    @SuppressWarnings("unchecked") // only this class puts groups into the JSON
    private static Map<String, Object> group(FieldPath path, Map<String, Object> json) {
        return path.profile() == null
                ? json
                : (Map<String, Object>) Objects.requireNonNull(
                        json.computeIfAbsent(path.profile(), name -> new LinkedHashMap<String, Object>()));
    }

    private Map<String, Object> meta(AccountRecord account, Set<Party> parties) {
        Map<String, Object> meta = new LinkedHashMap<>();
        meta.put("created", account.created().toString());
        meta.put("lastModified", account.lastModified().toString());
        if (account.anonymised() != null) {
            meta.put("anonymised", account.anonymised().toString());
        }
        Map<String, Object> confirmed = new LinkedHashMap<>();
        account.confirmed()
                .forEach((path, moment) -> model.field(path)
                        .filter(field -> field.confirmed() && matrix.reads(parties, field))
                        .ifPresent(field -> confirmed.put(path.toString(), moment.toString())));
        if (!confirmed.isEmpty()) {
            meta.put("confirmed", confirmed);
        }
        meta.put("version", account.version());
        return meta;
    }

    /** Whether the field is shown without being asked for. */
    public static boolean byDefault(Field field) {
        return field.returned() == Returned.ALWAYS || field.returned() == Returned.DEFAULT;
    }
}
