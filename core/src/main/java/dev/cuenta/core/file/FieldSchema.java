package dev.cuenta.core.file;

import static dev.cuenta.core.file.SchemaParts.FLAG;
import static dev.cuenta.core.file.SchemaParts.NUMBER;
import static dev.cuenta.core.file.SchemaParts.POSITIVE;
import static dev.cuenta.core.file.SchemaParts.TEXT;
import static dev.cuenta.core.file.SchemaParts.described;
import static dev.cuenta.core.file.SchemaParts.group;
import static dev.cuenta.core.file.SchemaParts.oneOf;
import static dev.cuenta.core.file.SchemaParts.parties;

import dev.cuenta.core.model.Mutability;
import dev.cuenta.core.model.Returned;
import dev.cuenta.core.model.Sensitivity;
import dev.cuenta.core.model.Uniqueness;
import dev.cuenta.core.type.FieldType;
import dev.cuenta.core.type.FieldTypes;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.TreeSet;
import java.util.stream.Collectors;

/** The declaration of a field, as a part of the format's JSON Schema. */
final class FieldSchema {
    private FieldSchema() {}

    static Map<String, Object> ofAccounts() {
        return of(FieldTypes.names(), Set.of());
    }

    static Map<String, Object> ofTenants() {
        return of(typesOfTenants(), FieldKeys.NOT_FOR_TENANTS);
    }

    private static Set<String> typesOfTenants() {
        return FieldTypes.names().stream()
                .filter(name -> !FieldTypes.require(name).isOfAccountsOnly())
                .collect(Collectors.toCollection(LinkedHashSet::new));
    }

    /** @param without keys that it cannot have */
    private static Map<String, Object> of(Set<String> types, Set<String> without) {
        Map<String, Object> properties = new LinkedHashMap<>();
        properties.put("type", described("What it holds.", Map.of("enum", List.copyOf(types))));
        properties.put("multiValued", described("Several values.", FLAG));
        properties.put("required", described("Every account has a value.", FLAG));
        properties.put("default", described("What a new account gets that gives none.", Map.of()));
        properties.put(
                "existing",
                described(
                        "What accounts get that are there when the field arrives: a value, or { value: ... }, or { from: an expression }.",
                        Map.of(
                                "anyOf",
                                List.of(
                                        Map.of("not", Map.of("type", "object")),
                                        group(Map.of("value", Map.of(), "from", TEXT), List.of())))));
        properties.put(
                "formerly",
                described("Its earlier name, with its profile's where that was another; the values come along.", TEXT));
        properties.put(
                "uniqueness",
                described(
                        "server: no two accounts hold the same value; tenant: no two of a tenant's do.",
                        oneOf(Uniqueness.values())));
        properties.put("signIn", described("People sign in with it.", FLAG));
        properties.put(
                "search", described("Indexed for look-up by any part of it; a secret by its whole value.", FLAG));
        properties.put(
                "indexed",
                described("Indexed for comparisons and for sorting by it; for `co`, there is `search`.", FLAG));
        properties.put("returned", described("When it is part of an answer.", oneOf(Returned.values())));
        properties.put("mutability", described("When it may be written.", oneOf(Mutability.values())));
        properties.put("sensitivity", described("How much it tells about a person.", oneOf(Sensitivity.values())));
        properties.put("read", described("Who may read it.", parties()));
        properties.put("write", described("Who may write it.", parties()));
        properties.put("compute", described("An expression that gives the value whenever it is read.", TEXT));
        properties.put("of", described("What a QR code says: a text with fields in braces.", TEXT));
        properties.put("erase", described("What anonymising leaves; {id} is the account's id.", Map.of()));
        properties.put(
                "confirm",
                described(
                        "Within which time the owner proves by a link, or a code, that the address is theirs, such as P3D.",
                        Map.of("type", "string", "pattern", "^P")));
        properties.put("label", described("What forms call it.", TEXT));
        properties.put("description", described("More for people; also the column's comment.", TEXT));
        properties.put("group", described("Forms show fields of the same group together.", TEXT));
        properties.put("order", described("Smaller comes first.", Map.of("type", "integer")));
        properties.putAll(limits());
        properties.keySet().removeAll(without);
        Map<String, Object> field = new LinkedHashMap<>(group(properties, List.of("type")));
        field.put("allOf", types.stream().map(FieldSchema::limitsOf).toList());
        return field;
    }

    private static Map<String, Object> limits() {
        Map<String, Object> length = Map.of("type", "integer", "minimum", 0);
        Map<String, Object> limits = new LinkedHashMap<>();
        limits.put("minLength", described("In characters.", length));
        limits.put("maxLength", described("In characters.", length));
        limits.put("min", described("The least.", NUMBER));
        limits.put("max", described("The most.", NUMBER));
        limits.put("precision", described("Digits altogether.", POSITIVE));
        limits.put("scale", described("Digits after the point.", length));
        limits.put(
                "options",
                described(
                        "What can be chosen.",
                        Map.of("type", "array", "items", TEXT, "minItems", 1, "uniqueItems", true)));
        limits.put("pattern", described("An RE2 expression that the whole value matches.", TEXT));
        limits.put("caseExact", described("Capitals count.", FLAG));
        limits.put("maxItems", described("Of a list.", POSITIVE));
        limits.put("keep", described("How many earlier pictures can be brought back.", length));
        limits.put(
                "maxBytes", described("Such as 16 KiB.", Map.of("type", "string", "pattern", "^[0-9]+ ?(B|KiB|MiB)$")));
        return limits;
    }

    /** A type takes its own limits and no others. */
    private static Map<String, Object> limitsOf(String name) {
        FieldType type = FieldTypes.require(name);
        Set<String> others = new TreeSet<>(limits().keySet());
        others.removeAll(type.limitKeys());
        type.many().ifPresent(many -> others.removeAll(many.limitKeys()));
        List<Map<String, Object>> forbidden = new ArrayList<>();
        others.forEach(key -> forbidden.add(Map.of("required", List.of(key))));
        if (type.many().isEmpty()) {
            forbidden.add(Map.of(
                    "required", List.of("multiValued"), "properties", Map.of("multiValued", Map.of("const", true))));
        }
        Map<String, Object> then = new LinkedHashMap<>();
        if (!forbidden.isEmpty()) {
            then.put("not", Map.of("anyOf", forbidden));
        }
        if (type.limitKeys().contains("options")) {
            then.put("required", List.of("options"));
        }
        return Map.of("if", Map.of("properties", Map.of("type", Map.of("const", name))), "then", then);
    }
}
