package dev.cuenta.core.account;

import dev.cuenta.core.account.Attribute.Source;
import dev.cuenta.core.finding.Nearest;
import dev.cuenta.core.model.AccountModel;
import dev.cuenta.core.model.Field;
import dev.cuenta.core.type.FieldType;
import dev.cuenta.core.type.FieldTypes;
import dev.cuenta.core.type.Limits;
import java.util.Collections;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.function.Predicate;

/** The attributes that somebody may filter and sort by. */
public final class Attributes {
    /** Of what is met where no tenant is named. */
    public static final String IN_EACH_TENANT =
            "has a value in each tenant: name the tenant (Cuenta-Tenant, --tenant).";

    public static final String CREATED = "meta.created";
    public static final String ANONYMISED = "meta.anonymised";

    private static final String CONFIRMED_AT = ".confirmedAt";

    private final Map<String, Attribute> byPath = new LinkedHashMap<>();
    private final Set<String> inTenantsOnly = new HashSet<>();

    private Attributes() {}

    /** Those of the model's fields that the predicate lets through, and what every account has. */
    public static Attributes of(AccountModel model, Predicate<Field> visible) {
        return of(model, visible, attribute -> true);
    }

    /**
     * As above, for somebody who does not see all that every account has.
     *
     * @param common whether {@code kind} and {@code roles} are seen
     */
    public static Attributes of(AccountModel model, Predicate<Field> visible, Predicate<String> common) {
        Attributes attributes = new Attributes();
        attributes.add("id", Source.ID, "string", Limits.NONE);
        if (common.test("kind")) {
            attributes.add("kind", Source.KIND, "choice", options(model.kinds().keySet()));
        }
        attributes.add(CREATED, Source.CREATED, "dateTime", Limits.NONE);
        attributes.add("meta.lastModified", Source.LAST_MODIFIED, "dateTime", Limits.NONE);
        attributes.add(ANONYMISED, Source.ANONYMISED, "dateTime", Limits.NONE);
        if (!model.roles().isEmpty() && common.test("roles")) {
            attributes.add("roles", Source.ROLE, "choice", options(model.roles().keySet()));
        }
        model.fields().values().stream()
                .filter(visible)
                .filter(Attributes::comparable)
                .forEach(attributes::add);
        model.fields().values().stream()
                .filter(Field::confirmed)
                .filter(visible)
                .forEach(attributes::addConfirmation);
        return attributes;
    }

    /** Those of tenants that the predicate lets through. */
    public static Attributes ofTenants(AccountModel model, Predicate<Field> visible) {
        Attributes attributes = new Attributes();
        model.tenants().fields().values().stream().filter(visible).forEach(attributes::add);
        return attributes;
    }

    /** The same where no tenant is named: what has a value in each tenant has none there. */
    public Attributes everywhere() {
        Attributes everywhere = new Attributes();
        byPath.forEach((path, attribute) -> {
            if (attribute.field() != null && attribute.field().withinTenant()) {
                everywhere.inTenantsOnly.add(path);
            } else {
                everywhere.byPath.put(path, attribute);
            }
        });
        return everywhere;
    }

    /** What to do about a path that is not among them. */
    public String advice(String path) {
        return inTenantsOnly.contains(path) ? "It " + IN_EACH_TENANT : Nearest.advice(path, paths());
    }

    /** A computed field can be asked about only where the database can compute it and knows all of its rules, and a secret one only where the model says so. */
    private static boolean comparable(Field field) {
        boolean judged = field.limits().pattern() != null || field.type().hasForm();
        return (!field.secret() || field.search())
                && (field.compute() == null
                        || (!judged && field.compute().tree().isPresent()));
    }

    public Optional<Attribute> find(String path) {
        return Optional.ofNullable(byPath.get(path));
    }

    public Set<String> paths() {
        return Collections.unmodifiableSet(byPath.keySet());
    }

    private void add(Field field) {
        String path = field.path().toString();
        byPath.put(path, new Attribute(path, Source.FIELD, field.type(), field.limits(), field));
    }

    private void addConfirmation(Field field) {
        String path = field.path() + CONFIRMED_AT;
        FieldType moment = FieldTypes.require("dateTime");
        byPath.put(path, new Attribute(path, Source.CONFIRMED, moment, Limits.NONE, field));
    }

    private void add(String path, Source source, String type, Limits limits) {
        byPath.put(path, new Attribute(path, source, FieldTypes.require(type), limits, null));
    }

    private static Limits options(Set<String> names) {
        return Limits.ofOptions(List.copyOf(names));
    }
}
