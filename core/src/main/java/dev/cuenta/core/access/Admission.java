package dev.cuenta.core.access;

import dev.cuenta.core.account.Attributes;
import dev.cuenta.core.account.Scope;
import dev.cuenta.core.account.TenantId;
import dev.cuenta.core.finding.Nearest;
import dev.cuenta.core.model.AccountModel;
import dev.cuenta.core.model.Field;
import dev.cuenta.core.model.FieldPath;
import dev.cuenta.core.model.Kind;
import dev.cuenta.core.problem.Problem;
import dev.cuenta.core.problem.Violation;
import dev.cuenta.core.type.FieldType;
import dev.cuenta.core.type.Outcome;
import java.util.ArrayList;
import java.util.Collection;
import java.util.Collections;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.TreeSet;
import org.jspecify.annotations.Nullable;

/**
 * The one door through which input becomes values. A field that is unknown or may not be written is refused by its name, never
 * dropped; all refusals come together.
 */
public final class Admission {
    /** Whoever gets more names wrong than this has another document in mind. */
    private static final int MOST_ADVISED = 5;

    private final AccountModel model;
    private final AccessMatrix matrix;

    public Admission(AccountModel model, AccessMatrix matrix) {
        this.model = model;
        this.matrix = matrix;
    }

    /**
     * Values for a new account of the kind: what the body gives, and defaults for what it does not.
     *
     * @param body fields by name, profiles as nested maps; nothing else
     * @throws Problem INVALID with every refusal
     */
    public Map<FieldPath, @Nullable Object> forNew(Operation operation, Viewer viewer, Kind kind, Map<String, ?> body) {
        Visit visit = new Visit(operation, viewer, kind, model.fieldsOf(kind));
        visit.readBody(body);
        visit.fillDefaults();
        return visit.finish();
    }

    /**
     * The values that a JSON Merge Patch (RFC 7396) changes; null takes a value away.
     *
     * @throws Problem INVALID with every refusal
     */
    public Map<FieldPath, @Nullable Object> forChange(Viewer viewer, Kind kind, Map<String, ?> patch) {
        Visit visit = new Visit(Operation.CHANGE, viewer, kind, model.fieldsOf(kind));
        visit.readBody(patch);
        return visit.finish();
    }

    /**
     * Values that an account of the kind has in one of its tenants, for Cuenta's own hand.
     *
     * @param body profiles as nested maps; nothing else
     * @throws Problem INVALID with every refusal
     */
    public Map<FieldPath, @Nullable Object> forTenant(TenantId tenant, Kind kind, Map<String, ?> body) {
        List<Field> fields =
                model.fieldsOf(kind).stream().filter(Field::withinTenant).toList();
        Visit visit = new Visit(Operation.SEED, Viewer.of(Set.of()).in(Scope.within(tenant)), kind, fields);
        visit.readBody(body);
        return visit.finish();
    }

    /**
     * What a JSON Merge Patch (RFC 7396) changes of what a tenant has, by the name of the field, as JSON has it; null takes a value
     * away.
     *
     * @param operation {@link Operation#CHANGE}, or {@link Operation#SEED} for Cuenta's own hand
     * @param viewer as they are in that tenant
     * @throws Problem INVALID with every refusal
     */
    public Map<String, @Nullable Object> forTenantItself(Operation operation, Viewer viewer, Map<String, ?> patch) {
        Visit visit =
                new Visit(operation, viewer, null, model.tenants().fields().values());
        patch.forEach((name, raw) -> visit.readField(FieldPath.ofTenant(name), raw));
        Map<String, @Nullable Object> values = new LinkedHashMap<>();
        visit.finish().forEach((path, value) -> {
            FieldType type = model.tenants().field(path.name()).orElseThrow().type();
            values.put(path.name(), value == null ? null : type.write(value));
        });
        return values;
    }

    /** One body on its way through the door. */
    private final class Visit {
        private final Operation operation;
        private final Viewer viewer;
        private final @Nullable Kind kind;
        private final Map<FieldPath, Field> fields = new LinkedHashMap<>();
        private final Map<FieldPath, @Nullable Object> values = new LinkedHashMap<>();
        private final List<Violation> violations = new ArrayList<>();

        /** @param kind of the account; null for a tenant */
        Visit(Operation operation, Viewer viewer, @Nullable Kind kind, Collection<Field> fields) {
            this.operation = operation;
            this.viewer = viewer;
            this.kind = kind;
            fields.forEach(field -> this.fields.put(field.path(), field));
        }

        void readBody(Map<String, ?> body) {
            body.forEach((name, raw) -> {
                if (!hasProfile(name)) {
                    readField(new FieldPath(null, name), raw);
                } else if (raw instanceof Map<?, ?> group) {
                    group.forEach((inner, value) -> readField(new FieldPath(name, String.valueOf(inner)), value));
                } else {
                    refuse("/" + name, "type", "`" + name + "` is a profile: give an object with its fields.");
                }
            });
        }

        private boolean hasProfile(String name) {
            return kind != null
                    && kind.profiles().contains(name)
                    && model.fieldsOfProfile(name).stream().anyMatch(viewer::knows);
        }

        private void readField(FieldPath path, @Nullable Object raw) {
            Field field = fields.get(path);
            if (field == null || !viewer.knows(field)) {
                refuse(path.pointer(), "unknown", unknown(path));
            } else if (!matrix.writes(viewer, field, operation)) {
                refuse(path.pointer(), "notWritable", "`" + path + "` may not be written by you" + when() + ".");
            } else if (field.withinTenant() && viewer.scope().tenant().isEmpty()) {
                refuse(path.pointer(), "tenant", "`" + path + "` " + Attributes.IN_EACH_TENANT);
            } else if (raw == null) {
                clear(field);
            } else {
                accept(field, field.type().read(raw, field.limits()));
            }
        }

        private String unknown(FieldPath path) {
            boolean elsewhere = viewer.sees("kind")
                    && model.field(path).filter(viewer::knows).isPresent();
            if (kind != null && elsewhere) {
                return "An account of the kind `" + kind.name() + "` has no `" + path + "`.";
            }
            if (violations.size() >= MOST_ADVISED) {
                return "There is no such field.";
            }
            Set<String> names = new TreeSet<>();
            fields.values().stream()
                    .filter(field -> matrix.writes(viewer, field, operation))
                    .forEach(field -> names.add(typed(field.path())));
            String none = path.isOfTenant() ? "Tenants have no field `" : "There is no field `";
            return none + typed(path) + "`. " + Nearest.advice(typed(path), names);
        }

        private String typed(FieldPath path) {
            return path.isOfTenant() ? path.name() : path.toString();
        }

        private String when() {
            return operation == Operation.SIGN_UP ? " at sign-up" : "";
        }

        private void clear(Field field) {
            if (field.required()) {
                refuse(
                        field.path().pointer(),
                        "required",
                        "`" + field.path() + "` is required and cannot be taken away.");
            } else {
                values.put(field.path(), null);
            }
        }

        private void accept(Field field, Outcome outcome) {
            outcome.value().ifPresent(value -> values.put(field.path(), value));
            outcome.refusal().ifPresent(refusal -> refuse(field.path().pointer(), refusal.code(), refusal.detail()));
        }

        void fillDefaults() {
            for (Field field : fields.values()) {
                if (values.get(field.path()) == null && field.defaultValue() != null) {
                    values.put(field.path(), field.defaultValue());
                }
                boolean refused = violations.stream()
                        .anyMatch(violation ->
                                violation.pointer().equals(field.path().pointer()));
                if (field.required() && values.get(field.path()) == null && !refused) {
                    refuse(field.path().pointer(), "required", "`" + field.path() + "` is required.");
                }
            }
        }

        private void refuse(String pointer, String code, String detail) {
            violations.add(new Violation(pointer, code, detail));
        }

        Map<FieldPath, @Nullable Object> finish() {
            if (!violations.isEmpty()) {
                throw Problem.invalid(violations);
            }
            return Collections.unmodifiableMap(values);
        }
    }
}
