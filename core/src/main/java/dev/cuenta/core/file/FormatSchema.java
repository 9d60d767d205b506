package dev.cuenta.core.file;

import dev.cuenta.core.model.HashFormat;
import dev.cuenta.core.model.IdScheme;
import dev.cuenta.core.model.Mutability;
import dev.cuenta.core.model.PasswordRules;
import dev.cuenta.core.model.RetentionRule;
import dev.cuenta.core.model.Returned;
import dev.cuenta.core.model.Sensitivity;
import dev.cuenta.core.model.Service;
import dev.cuenta.core.model.TenantRules;
import dev.cuenta.core.model.Uniqueness;
import dev.cuenta.core.permission.CuentaPermission;
import dev.cuenta.core.type.FieldType;
import dev.cuenta.core.type.FieldTypes;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.TreeSet;
import java.util.stream.Collectors;

/** The format of model files as a JSON Schema (2020-12), so that editors complete and check them. */
public final class FormatSchema {
    private static final String NAME = "^[a-z][a-zA-Z0-9]{0,39}$";
    private static final Map<String, Object> TEXT = Map.of("type", "string");
    private static final Map<String, Object> FLAG = Map.of("type", "boolean");
    private static final Map<String, Object> NUMBER = Map.of("type", "number");
    private static final Map<String, Object> POSITIVE = Map.of("type", "integer", "minimum", 1);

    private FormatSchema() {}

    public static Map<String, Object> schema() {
        Map<String, Object> properties = new LinkedHashMap<>();
        properties.put("cuenta", described("The version of the format.", Map.of("const", 1)));
        properties.put("name", described("What the model is called.", TEXT));
        properties.put("id", described("How account ids are made.", oneOf(IdScheme.values())));
        properties.put("displayName", described("What people call an account: a text with fields in braces.", TEXT));
        properties.put(
                "access",
                described(
                        "Who may read and write what says nothing itself.",
                        group(Map.of("read", parties(), "write", parties()), List.of())));
        properties.put("kinds", described("The sorts of accounts.", named(kind())));
        properties.put("fields", described("What every account has.", named(Map.of("$ref", "#/$defs/field"))));
        properties.put(
                "profiles",
                described(
                        "Groups of fields, one-to-one with the account or its own in each tenant.", named(profile())));
        properties.put("password", described("How passwords are hashed, and which are refused.", password()));
        properties.put("roles", described("What accounts may do; a number is a role's own for ever.", named(role())));
        properties.put("tenants", described("Whether accounts belong to tenants.", tenants()));
        properties.put("services", described("The team's programs and their contracts.", named(service())));
        properties.put("retention", described("What goes, and when.", named(rule())));
        properties.put(
                "activity",
                described(
                        "What becomes of activity.",
                        group(
                                Map.of(
                                        "keep",
                                        described("How long entries are kept, such as P2Y; P30D or more.", TEXT)),
                                List.of())));
        Map<String, Object> schema = new LinkedHashMap<>();
        schema.put("$schema", "https://json-schema.org/draft/2020-12/schema");
        schema.put("$id", "urn:cuenta:account-model:1");
        schema.put("title", "Account model");
        schema.putAll(group(properties, List.of("cuenta", "name")));
        schema.put(
                "$defs",
                Map.of(
                        "field",
                        field(FieldTypes.names(), Set.of()),
                        "tenantField",
                        field(typesOfTenants(), FieldReader.NOT_FOR_TENANTS)));
        return schema;
    }

    private static Set<String> typesOfTenants() {
        return FieldTypes.names().stream()
                .filter(name -> !FieldTypes.require(name).isOfAccountsOnly())
                .collect(Collectors.toCollection(LinkedHashSet::new));
    }

    /** @param without keys that it cannot have */
    private static Map<String, Object> field(Set<String> types, Set<String> without) {
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
        field.put("allOf", types.stream().map(FormatSchema::limitsOf).toList());
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

    private static Map<String, Object> kind() {
        Map<String, Object> properties = new LinkedHashMap<>();
        properties.put("label", TEXT);
        properties.put("profiles", texts());
        properties.put("default", described("Whoever signs up is of this kind.", FLAG));
        properties.put("formerly", described("Kinds whose accounts become of this one.", texts()));
        return orNothing(group(properties, List.of()));
    }

    private static Map<String, Object> profile() {
        return group(
                Map.of(
                        "label",
                        TEXT,
                        "formerly",
                        described("The profile from which fields come along.", TEXT),
                        "within",
                        described("An account has one in each tenant that it belongs to.", values("tenant")),
                        "fields",
                        named(Map.of("$ref", "#/$defs/field"))),
                List.of("fields"));
    }

    private static Map<String, Object> password() {
        Map<String, Object> parameters =
                group(Map.of("memory", TEXT, "iterations", NUMBER, "parallelism", NUMBER), List.of());
        Map<String, Object> refuse = Map.of("type", "array", "items", oneOf(PasswordRules.Refusal.values()));
        Map<String, Object> policy = group(
                Map.of(
                        "minLength",
                        NUMBER,
                        "maxLength",
                        NUMBER,
                        "refuse",
                        refuse,
                        "history",
                        described("How many of the last passwords cannot be chosen again.", NUMBER)),
                List.of());
        String[] formats =
                HashFormat.ACCEPTABLE.stream().map(HashFormat::toString).toArray(String[]::new);
        Map<String, Object> accept = described(
                "Hash schemes accepted from elsewhere; rehashed at the next sign-in.",
                Map.of("type", "array", "items", values(formats)));
        return group(
                Map.of("scheme", values("argon2id"), "parameters", parameters, "accept", accept, "policy", policy),
                List.of());
    }

    private static Map<String, Object> role() {
        Map<String, Object> properties = new LinkedHashMap<>();
        properties.put("number", Map.of("type", "integer", "minimum", 1, "maximum", 32_000));
        properties.put("label", TEXT);
        properties.put("description", described("For people: what whoever has it is there for.", TEXT));
        properties.put("default", described("Every new account gets it.", FLAG));
        properties.put("onCreate", described("Whoever makes a tenant by signing up gets it there.", FLAG));
        properties.put("within", described("It counts only in the tenant in which it was given.", values("tenant")));
        properties.put(
                "may",
                described(
                        "Names of permissions; * is every one. Cuenta's own: "
                                + String.join(", ", CuentaPermission.words())
                                + "; any other is your own, for your services to ask about.",
                        texts()));
        properties.put(
                "gives",
                described(
                        "The only roles that this role lets people assign; by default all that their own permissions cover.",
                        texts()));
        properties.put("kinds", described("The only kinds of accounts that it is given to; by default all.", texts()));
        properties.put("excludes", described("Roles that nobody has beside this one.", texts()));
        properties.put("approval", described("Counts only when a second person has approved it.", FLAG));
        properties.put(
                "secondFactor", described("Counts only in sessions that were opened with a second factor.", FLAG));
        properties.put("formerly", described("What it was called; the number says that it is the same role.", texts()));
        return group(properties, List.of("number"));
    }

    private static Map<String, Object> tenants() {
        Map<String, Object> properties = new LinkedHashMap<>();
        properties.put("membership", oneOf(TenantRules.Membership.values()));
        properties.put(
                "onSignUp",
                described(
                        "Whether a sign-up makes a tenant, or needs an invitation to one.",
                        oneOf(TenantRules.OnSignUp.values())));
        properties.put("name", described("What the tenant of a sign-up is called, with fields in braces.", TEXT));
        properties.put(
                "currentFrom",
                described(
                        "Where a request's tenant is looked for, the first that names one counting.",
                        Map.of("type", "array", "items", oneOf(TenantRules.CurrentFrom.values()))));
        properties.put(
                "crossTenant",
                described(
                        "Whether roles that count in every tenant count in a request that names none, or only when it says that all are meant.",
                        oneOf(TenantRules.CrossTenant.values())));
        Map<String, Object> limits = new LinkedHashMap<>();
        limits.put("members", described("Accounts that may belong to it.", POSITIVE));
        limits.put("invitations", described("Invitations that may be open.", POSITIVE));
        limits.put("requests", described("Requests a minute within it, for each instance.", POSITIVE));
        properties.put(
                "limits", described("How much a tenant may have without limits of its own.", group(limits, List.of())));
        properties.put(
                "fields",
                described("What a tenant has besides its name.", named(Map.of("$ref", "#/$defs/tenantField"))));
        return group(properties, List.of());
    }

    private static Map<String, Object> service() {
        Map<String, Object> dependent =
                group(Map.of("onDelete", oneOf(Service.OnDelete.values())), List.of("onDelete"));
        Map<String, Object> properties = new LinkedHashMap<>();
        properties.put("label", TEXT);
        properties.put(
                "reads",
                described("Names of fields; kind, displayName, roles, tenants; wildcards such as person.*", texts()));
        properties.put("writes", described("Names of fields, and wildcards such as person.*", texts()));
        properties.put("asks", described("Permissions that it asks about.", texts()));
        properties.put("dependents", described("Its records that hang on an account.", named(dependent)));
        return orNothing(group(properties, List.of()));
    }

    private static Map<String, Object> rule() {
        Map<String, Object> properties = new LinkedHashMap<>();
        properties.put("where", described("A filter (RFC 7644) that chooses the accounts.", TEXT));
        properties.put(
                "after", described("An ISO 8601 duration, such as P14D.", Map.of("type", "string", "pattern", "^P")));
        properties.put("since", described("The date it counts from.", TEXT));
        properties.put("do", oneOf(RetentionRule.Action.values()));
        properties.put(
                "at",
                described("When it runs by itself: a cron expression of five fields, such as '0 3 * * 0'.", TEXT));
        properties.put("timeZone", described("Of `at`; UTC if left out.", TEXT));
        properties.put(
                "atMost",
                described(
                        "What one run takes without being allowed to take more, the smaller of the two; ten accounts always.",
                        group(
                                Map.of(
                                        "share",
                                        described("Of all accounts, such as 10 %, which is the default.", TEXT),
                                        "count",
                                        described("Accounts; 1000 if left out.", NUMBER)),
                                List.of())));
        properties.put("label", TEXT);
        return group(properties, List.of("after", "since", "do"));
    }

    private static Map<String, Object> parties() {
        return described("guest (at sign-up), owner, member (of the same tenant), and roles by name.", texts());
    }

    /** A single text stands for a list of one. */
    private static Map<String, Object> texts() {
        return Map.of("anyOf", List.of(TEXT, Map.of("type", "array", "items", TEXT)));
    }

    private static Map<String, Object> orNothing(Map<String, Object> schema) {
        return Map.of("anyOf", List.of(schema, Map.of("type", "null")));
    }

    private static Map<String, Object> named(Map<String, Object> each) {
        return Map.of("type", "object", "propertyNames", Map.of("pattern", NAME), "additionalProperties", each);
    }

    private static Map<String, Object> group(Map<String, Object> properties, List<String> required) {
        Map<String, Object> group = new LinkedHashMap<>();
        group.put("type", "object");
        group.put("properties", properties);
        group.put("additionalProperties", false);
        if (!required.isEmpty()) {
            group.put("required", required);
        }
        return group;
    }

    private static Map<String, Object> described(String description, Map<String, Object> schema) {
        Map<String, Object> described = new LinkedHashMap<>();
        described.put("description", description);
        described.putAll(schema);
        return described;
    }

    private static Map<String, Object> values(String... values) {
        return Map.of("enum", List.of(values));
    }

    private static Map<String, Object> oneOf(Enum<?>[] constants) {
        return Map.of("enum", Arrays.stream(constants).map(Element::camelCase).toList());
    }
}
