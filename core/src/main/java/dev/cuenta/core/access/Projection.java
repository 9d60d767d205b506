package dev.cuenta.core.access;

import dev.cuenta.core.account.AccountRecord;
import dev.cuenta.core.account.AccountRecord.GivenRole;
import dev.cuenta.core.account.Needs;
import dev.cuenta.core.account.Sealed;
import dev.cuenta.core.account.TenantId;
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
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.Set;
import java.util.TreeSet;
import java.util.concurrent.ConcurrentHashMap;
import java.util.function.Predicate;
import java.util.stream.Collectors;
import org.jspecify.annotations.Nullable;

/** The one door through which a record becomes something that leaves. Nothing else turns an account into JSON. */
public final class Projection {
    /** More than there are sorts of readers; whoever asks for other fields each time does not fill the memory. */
    private static final int MOST_SIGHTS = 1000;

    /** By what right, and for which fields, somebody asks. */
    private record Asked(
            @Nullable Set<Party> parties, @Nullable Grant grant, Set<String> requested) {}

    /**
     * What somebody sees.
     *
     * @param shown fields of each kind, in the order of the model
     */
    private record Sight(Map<String, List<Field>> shown, Needs needs) {}

    private final AccountModel model;
    private final AccessMatrix matrix;
    private final ComputedValues computed;
    private final Map<Asked, Sight> sights = new ConcurrentHashMap<>();

    public Projection(AccountModel model, AccessMatrix matrix, InstantSource clock) {
        this.model = model;
        this.matrix = matrix;
        this.computed = new ComputedValues(model, clock);
    }

    private Sight sight(Viewer viewer, Set<String> requested) {
        if (sights.size() > MOST_SIGHTS) {
            sights.clear();
        }
        return sights.computeIfAbsent(new Asked(viewer.parties(), viewer.grant(), Set.copyOf(requested)), asked -> {
            Map<String, List<Field>> shown = model.kinds().values().stream()
                    .collect(Collectors.toUnmodifiableMap(
                            Kind::name,
                            kind -> model.fieldsOf(kind).stream()
                                    .filter(field -> matrix.reads(viewer, field) && returned(field, requested))
                                    .toList()));
            return new Sight(shown, needs(viewer, shown));
        });
    }

    private Needs needs(Viewer viewer, Map<String, List<Field>> shown) {
        Set<Field> fields = new HashSet<>();
        shown.values().forEach(fields::addAll);
        if (viewer.sees("displayName")) {
            model.displayName().fields().forEach(path -> model.field(path).ifPresent(fields::add));
        }
        Needs meta = new Needs(
                Set.of(),
                viewer.sees("roles"),
                viewer.sees("tenants"),
                model.fields().values().stream().anyMatch(field -> field.confirmed() && matrix.reads(viewer, field)));
        return fields.stream().map(computed::needs).reduce(meta, Needs::and);
    }

    /**
     * What of an account has to be read for {@link #project}.
     *
     * @param requested as there
     */
    public Needs needs(Viewer viewer, Set<String> requested) {
        return sight(viewer, requested).needs();
    }

    /**
     * The account as its reader may see it, in the order of the model.
     *
     * @param requested names of fields to limit the answer to; empty for all that are returned by default
     */
    public Map<String, Object> project(AccountRecord account, Viewer viewer, Set<String> requested) {
        return project(account, viewer, requested, field -> true);
    }

    /**
     * The account exactly as another party gets it, for somebody who wants to see that. What the looker may not read is named in
     * {@code withheld}.
     */
    public Map<String, Object> seenAs(AccountRecord account, Viewer other, Viewer looker, Set<String> requested) {
        Set<String> withheld = new TreeSet<>();
        Map<String, Object> json = project(account, other, requested, field -> {
            boolean own = matrix.reads(looker, field);
            if (!own) {
                withheld.add(field.path().toString());
            }
            return own;
        });
        json.put("withheld", withheld);
        return json;
    }

    private Map<String, Object> project(
            AccountRecord whole, Viewer viewer, Set<String> requested, Predicate<Field> let) {
        AccountRecord account = whole.in(viewer.scope());
        Map<String, Object> json = new LinkedHashMap<>();
        json.put("id", account.id().text());
        Kind kind = model.kindNamed(account.kind());
        put("kind", kind.name(), viewer, json);
        put("displayName", displayName(account, viewer), viewer, json);
        List<Field> shown =
                Objects.requireNonNull(sight(viewer, requested).shown().get(kind.name()));
        put(shown, account, let, json);
        put("roles", account.roles().stream().map(GivenRole::role).distinct().toList(), viewer, json);
        put("tenants", tenants(account, viewer, shown, let), viewer, json);
        json.put("meta", meta(account, viewer));
        return json;
    }

    private void put(List<Field> fields, AccountRecord account, Predicate<Field> let, Map<String, Object> json) {
        for (Field field : fields) {
            Object value = value(field, account);
            if (value != null && let.test(field)) {
                group(field.path(), json).put(field.path().name(), field.type().write(value));
            }
        }
    }

    /** By themselves: a list of names does not say so. */
    private static void putEnds(List<GivenRole> roles, Viewer viewer, Map<String, Object> json) {
        Map<String, String> ends = new LinkedHashMap<>();
        roles.forEach(given ->
                Optional.ofNullable(given.ends()).ifPresent(moment -> ends.put(given.role(), moment.toString())));
        if (!ends.isEmpty() && viewer.sees("roles")) {
            json.put("roleEnds", ends);
        }
    }

    /**
     * A role that counts in a tenant stands there too; one that stands in none counts everywhere. So do values that the account has in
     * each tenant, unless it is met in one: then they stand beside the others.
     */
    private List<Map<String, Object>> tenants(
            AccountRecord account, Viewer viewer, List<Field> shown, Predicate<Field> let) {
        List<Field> there = viewer.scope().tenant().isPresent()
                ? List.of()
                : shown.stream().filter(Field::withinTenant).toList();
        return account.tenants().stream()
                .map(tenant -> {
                    Map<String, Object> json = new LinkedHashMap<>();
                    json.put("id", tenant.id().toString());
                    json.put("name", tenant.name());
                    json.put("since", tenant.since().toString());
                    List<GivenRole> roles = rolesIn(tenant.id(), account);
                    put("roles", roles.stream().map(GivenRole::role).toList(), viewer, json);
                    putEnds(roles, viewer, json);
                    put(there, account.at(tenant), let, json);
                    return json;
                })
                .toList();
    }

    private static List<GivenRole> rolesIn(@Nullable TenantId tenant, AccountRecord account) {
        return account.roles().stream()
                .filter(given -> Objects.equals(tenant, given.tenant()))
                .toList();
    }

    /**
     * What a tenant has, in the order of the model.
     *
     * @param stored by the name of the field, as JSON has it
     * @param viewer as they are in that tenant
     */
    public Map<String, Object> ofTenant(Map<String, Object> stored, Viewer viewer) {
        Map<String, Object> shown = new LinkedHashMap<>();
        model.tenants()
                .fields()
                .forEach((name, field) -> Optional.ofNullable(stored.get(name))
                        .filter(value -> matrix.reads(viewer, field))
                        .ifPresent(value -> shown.put(name, value)));
        return shown;
    }

    private static void put(String attribute, Object value, Viewer viewer, Map<String, Object> json) {
        if (viewer.sees(attribute)) {
            json.put(attribute, value);
        }
    }

    /** A field's value as its reader sees it, stored, computed or unsealed; for whoever has looked whether they may have it. */
    public @Nullable Object value(Field field, AccountRecord account, Viewer viewer) {
        return value(field, account.in(viewer.scope()));
    }

    private @Nullable Object value(Field field, AccountRecord account) {
        Object value = computed.value(field, account);
        return value instanceof Sealed held ? held.open() : value;
    }

    /** What people call the account; never empty. For Cuenta's own hand: its mails and its archive. */
    public String displayName(AccountRecord account) {
        return displayName(account, field -> true);
    }

    /** As the reader may see it: without the fields that may not be read, unless a contract names the whole. */
    public String displayName(AccountRecord account, Viewer viewer) {
        boolean named = viewer.grant() != null && viewer.parties() == null;
        return displayName(account.in(viewer.scope()), field -> named || matrix.reads(viewer, field));
    }

    private String displayName(AccountRecord account, Predicate<Field> shown) {
        String name = model.displayName()
                .fill(path -> {
                    Field field = model.field(path).orElse(null);
                    Object value = field == null ? null : computed.value(field, account);
                    return field == null || value == null || field.secret() || !field.leaves() || !shown.test(field)
                            ? ""
                            : field.type().write(value);
                })
                .strip();
        return name.isEmpty() ? "Account " + account.id().text() : name;
    }

    /**
     * Refuses names of fields that are not there, and in the same words names of fields that may not be read.
     *
     * @throws Problem INVALID
     */
    public void checkRequested(Set<String> requested, Viewer viewer) {
        if (requested.isEmpty()) {
            return;
        }
        Set<String> readable = new TreeSet<>();
        model.fields().values().stream()
                .filter(field -> matrix.reads(viewer, field))
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

    private Map<String, Object> meta(AccountRecord account, Viewer viewer) {
        Map<String, Object> meta = new LinkedHashMap<>();
        meta.put("created", account.created().toString());
        meta.put("lastModified", account.lastModified().toString());
        if (account.anonymised() != null) {
            meta.put("anonymised", account.anonymised().toString());
        }
        Map<String, Object> confirmed = new LinkedHashMap<>();
        account.confirmed()
                .forEach((path, moment) -> model.field(path)
                        .filter(field -> field.confirmed() && matrix.reads(viewer, field))
                        .ifPresent(field -> confirmed.put(path.toString(), moment.toString())));
        if (!confirmed.isEmpty()) {
            meta.put("confirmed", confirmed);
        }
        putEnds(rolesIn(null, account), viewer, meta);
        meta.put("version", account.version());
        if (viewer.sees("roles")) {
            meta.put("rightsStamp", account.rightsStamp());
        }
        return meta;
    }

    /** Whether the field is shown without being asked for. */
    public static boolean byDefault(Field field) {
        return field.returned() == Returned.ALWAYS || field.returned() == Returned.DEFAULT;
    }
}
