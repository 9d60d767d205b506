package dev.cuenta.service.model;

import dev.cuenta.core.access.AccessMatrix;
import dev.cuenta.core.access.Operation;
import dev.cuenta.core.access.Projection;
import dev.cuenta.core.access.Viewer;
import dev.cuenta.core.model.AccountModel;
import dev.cuenta.core.model.Field;
import dev.cuenta.core.model.Kind;
import dev.cuenta.core.model.Role;
import dev.cuenta.core.permission.CuentaPermission;
import dev.cuenta.core.type.Comparison;
import dev.cuenta.core.type.Limits;
import dev.cuenta.service.caller.Caller;
import dev.cuenta.store.live.LiveRevision;
import java.util.Arrays;
import java.util.Comparator;
import java.util.LinkedHashMap;
import java.util.Map;
import java.util.stream.Stream;
import org.jspecify.annotations.Nullable;

/** What a caller's forms, lists and filters are made from. Fields that concern the caller in no way are left out. */
final class FormJson {
    private final AccountModel model;
    private final AccessMatrix matrix;
    private final Viewer toOthers;
    private final Viewer toOneself;

    private FormJson(LiveRevision revision, Caller caller) {
        this.model = revision.model();
        this.matrix = revision.matrix();
        this.toOthers = caller.viewer(model);
        this.toOneself = caller.ownViewer(model);
    }

    static Map<String, Object> of(LiveRevision revision, Caller caller) {
        FormJson form = new FormJson(revision, caller);
        AccountModel model = revision.model();
        Map<String, Object> json = new LinkedHashMap<>();
        json.put("revision", revision.number());
        json.put("name", model.name());
        json.put(
                "may",
                Arrays.stream(CuentaPermission.values())
                        .filter(permission -> caller.may(permission, model))
                        .map(CuentaPermission::word)
                        .toList());
        json.put("administers", caller.roles(model).stream().anyMatch(Role::administers));
        json.put(
                "signIn",
                model.signInFields().stream()
                        .map(field -> field.path().toString())
                        .toList());
        json.put("tenants", model.tenants().present());
        put(json, "tenant", caller.tenant() == null ? null : caller.tenant().toString());
        json.put("roles", model.roles().values().stream().map(Role::name).toList());
        json.put("kinds", model.kinds().values().stream().map(FormJson::kind).toList());
        json.put("profiles", model.profiles().values());
        json.put(
                "fields",
                model.fields().values().stream()
                        .filter(form::concerns)
                        .sorted(Comparator.comparingInt(
                                field -> field.presentation().order()))
                        .map(form::field)
                        .toList());
        return json;
    }

    private static Map<String, Object> kind(Kind kind) {
        return Map.of(
                "name", kind.name(), "label", kind.label(), "profiles", kind.profiles(), "default", kind.byDefault());
    }

    private boolean concerns(Field field) {
        return matrix.reads(toOneself, field) || matrix.writes(toOneself, field, Operation.CREATE);
    }

    private Map<String, Object> field(Field field) {
        Map<String, Object> json = new LinkedHashMap<>();
        Limits limits = field.limits();
        json.put("path", field.path().toString());
        json.put("name", field.path().name());
        put(json, "profile", field.path().profile());
        json.put("label", field.label());
        json.put("description", field.description());
        json.put("group", field.presentation().group());
        json.put("type", field.type().name());
        json.put("many", field.type().isMany());
        json.put("control", field.type().control());
        json.put("required", field.required());
        put(json, "default", field.defaultValue() == null ? null : field.type().write(field.defaultValue()));
        put(json, "minLength", limits.minLength());
        put(json, "maxLength", limits.maxLength());
        put(json, "min", limits.min());
        put(json, "max", limits.max());
        put(json, "pattern", limits.pattern());
        json.put("scale", field.column().scale());
        json.put("options", limits.options());
        json.put("sensitivity", ModelJson.word(field.sensitivity()));
        json.put(
                "comparisons",
                comparisons(field).sorted().map(Comparison::toString).toList());
        json.put("search", field.search());
        json.put("confirm", field.confirmed());
        json.put("shown", Projection.byDefault(field));
        json.put("reads", matrix.reads(toOthers, field));
        json.put("readsOwn", matrix.reads(toOneself, field));
        json.put("creates", matrix.writes(toOthers, field, Operation.CREATE));
        json.put("changes", matrix.writes(toOthers, field, Operation.CHANGE));
        json.put("changesOwn", matrix.writes(toOneself, field, Operation.CHANGE));
        return json;
    }

    private static Stream<Comparison> comparisons(Field field) {
        Stream<Comparison> all = field.type().comparisons().stream();
        return field.secret() ? all.filter(each -> field.search() && each == Comparison.EQ) : all;
    }

    private static void put(Map<String, Object> json, String key, @Nullable Object value) {
        if (value != null) {
            json.put(key, value);
        }
    }
}
