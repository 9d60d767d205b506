package dev.cuenta.service.openapi;

import dev.cuenta.core.access.Grant;
import dev.cuenta.core.model.AccountModel;
import dev.cuenta.core.model.Field;
import dev.cuenta.core.model.Party;
import dev.cuenta.core.model.Service;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.function.Predicate;
import org.jspecify.annotations.Nullable;

/** The schemas of bodies and answers (JSON Schema 2020-12), as they follow from the model. */
final class Schemas {
    private final AccountModel model;
    private final @Nullable Grant grant;

    Schemas(AccountModel model) {
        this(model, null);
    }

    /** Of what a service sees: nothing beyond its contract. */
    Schemas(AccountModel model, @Nullable Grant grant) {
        this.model = model;
        this.grant = grant;
    }

    Map<String, Object> ofService() {
        Map<String, Object> schemas = new LinkedHashMap<>();
        schemas.put("Account", account());
        schemas.put("AccountPage", page());
        schemas.put("LookedUp", lookedUp());
        schemas.put("AccountPatch", fieldsOnly());
        return schemas;
    }

    Map<String, Object> all() {
        Map<String, Object> schemas = new LinkedHashMap<>();
        schemas.put("Account", account());
        schemas.put("AccountPage", page());
        schemas.put("LookedUp", lookedUp());
        schemas.put("SignUp", signUp());
        schemas.put("NewAccount", body(field -> true, Map.of()));
        schemas.put("AccountPatch", fieldsOnly());
        return schemas;
    }

    private boolean inDefaultKind(Field field) {
        return model.fieldsOf(model.defaultKind()).contains(field);
    }

    Map<String, Object> account() {
        Map<String, Object> properties = new LinkedHashMap<>();
        properties.put("id", text());
        properties.put(
                "kind",
                Map.of("type", "string", "enum", List.copyOf(model.kinds().keySet())));
        properties.put("displayName", text());
        properties.putAll(fields(field -> field.leaves() && read(field), false));
        properties.put(
                "roles",
                Map.of(
                        "type",
                        "array",
                        "items",
                        Map.of(
                                "type",
                                "string",
                                "enum",
                                List.copyOf(model.roles().keySet()))));
        properties.put("tenants", Map.of("type", "array", "items", object(tenant(), List.of("id", "name", "since"))));
        properties.put("meta", meta());
        properties.keySet().removeIf(this::hidden);
        List<String> always = new ArrayList<>(List.of("id", "kind", "displayName", "roles", "tenants", "meta"));
        always.removeIf(this::hidden);
        return object(properties, always);
    }

    private Map<String, Object> meta() {
        Map<String, Object> properties = new LinkedHashMap<>(
                Map.of("created", text(), "lastModified", text(), "version", Map.of("type", "integer")));
        if (!hidden("roles")) {
            properties.put("rightsStamp", Map.of("type", "integer", "format", "int64"));
        }
        return object(properties, List.of("version"));
    }

    private Map<String, Object> tenant() {
        Map<String, Object> properties = new LinkedHashMap<>(Map.of("id", text(), "name", text(), "since", text()));
        properties.putAll(fields(field -> field.withinTenant() && field.leaves() && read(field), false));
        if (!hidden("roles")) {
            properties.put("roles", Map.of("type", "array", "items", text()));
        }
        return properties;
    }

    private boolean read(Field field) {
        return grant == null || grant.reads().contains(field.path());
    }

    private boolean hidden(String attribute) {
        return grant != null
                && Service.ATTRIBUTES.contains(attribute)
                && !grant.attributes().contains(attribute);
    }

    private Map<String, Object> signUp() {
        return body(
                field -> field.write().contains(Party.GUEST) && inDefaultKind(field),
                model.tenants().present() ? Map.of("invitation", text()) : Map.of());
    }

    private Map<String, Object> body(Predicate<Field> chosen, Map<String, Object> besides) {
        Map<String, Object> properties = fields(chosen.and(Field::stored), false);
        properties.putAll(besides);
        properties.put(
                "password",
                Map.of(
                        "type",
                        "string",
                        "writeOnly",
                        true,
                        "minLength",
                        model.password().minLength()));
        List<String> required = new ArrayList<>();
        model.ownFields().stream()
                .filter(chosen)
                .filter(field -> field.required() && field.defaultValue() == null)
                .forEach(field -> required.add(field.path().name()));
        return object(properties, required);
    }

    private Map<String, Object> fieldsOnly() {
        return object(
                fields(
                        field -> field.stored()
                                && (grant == null || grant.writes().contains(field.path())),
                        true),
                List.of());
    }

    private Map<String, Object> fields(Predicate<Field> chosen, boolean patch) {
        Map<String, Object> properties = new LinkedHashMap<>();
        model.ownFields().stream()
                .filter(chosen)
                .forEach(field -> properties.put(field.path().name(), schema(field, patch)));
        for (var profile : model.profiles().values()) {
            Map<String, Object> inner = new LinkedHashMap<>();
            List<String> required = new ArrayList<>();
            for (Field field : model.fieldsOfProfile(profile.name())) {
                if (chosen.test(field)) {
                    inner.put(field.path().name(), schema(field, patch));
                    if (!patch && field.required() && field.defaultValue() == null) {
                        required.add(field.path().name());
                    }
                }
            }
            if (!inner.isEmpty()) {
                properties.put(profile.name(), object(inner, required));
            }
        }
        return properties;
    }

    /** Says in the schemas of the wire, where they are, what this model lets tenants have. */
    static void ofTenants(AccountModel model, Map<String, Object> schemas) {
        schemas.computeIfPresent("Tenant", (name, schema) -> filled(schema, ofTenants(model, false)));
        schemas.computeIfPresent("TenantChange", (name, schema) -> filled(schema, ofTenants(model, true)));
    }

    private static Map<String, Object> ofTenants(AccountModel model, boolean patch) {
        Map<String, Object> properties = new LinkedHashMap<>();
        model.tenants().fields().forEach((name, field) -> properties.put(name, schema(field, patch)));
        return object(properties, List.of());
    }

    private static Map<String, Object> filled(Object schema, Map<String, Object> fields) {
        Map<String, Object> filled = copy(schema);
        Map<String, Object> properties = copy(filled.get("properties"));
        properties.put("fields", fields);
        filled.put("properties", properties);
        return filled;
    }

    private static Map<String, Object> copy(@Nullable Object object) {
        Map<String, Object> copy = new LinkedHashMap<>();
        if (object instanceof Map<?, ?> map) {
            map.forEach((key, value) -> copy.put(String.valueOf(key), value));
        }
        return copy;
    }

    private static Map<String, Object> schema(Field field, boolean patch) {
        Map<String, Object> schema = new LinkedHashMap<>(field.type().schema(field.limits()));
        schema.put("title", field.label());
        if (!field.description().isEmpty()) {
            schema.put("description", field.description());
        }
        return patch && !field.required() ? Map.of("anyOf", List.of(schema, Map.of("type", "null"))) : schema;
    }

    private static Map<String, Object> page() {
        return object(
                Map.of("items", Map.of("type", "array", "items", ref("Account")), "next", text()), List.of("items"));
    }

    private static Map<String, Object> lookedUp() {
        Map<String, Object> item =
                object(Map.of("asked", asked(), "account", ref("Account")), List.of("asked", "account"));
        return object(Map.of("items", list(item), "missing", list(asked())), List.of("items", "missing"));
    }

    private static Map<String, Object> asked() {
        return Map.of("type", List.of("string", "number"));
    }

    private static Map<String, Object> list(Map<String, Object> items) {
        return Map.of("type", "array", "items", items);
    }

    static Map<String, Object> object(Map<String, Object> properties, List<String> required) {
        Map<String, Object> schema = new LinkedHashMap<>();
        schema.put("type", "object");
        schema.put("properties", properties);
        if (!required.isEmpty()) {
            schema.put("required", required);
        }
        return schema;
    }

    static Map<String, Object> text() {
        return Map.of("type", "string");
    }

    static Map<String, Object> ref(String schema) {
        return Map.of("$ref", "#/components/schemas/" + schema);
    }
}
