package dev.cuenta.core.file;

import static dev.cuenta.core.file.SchemaParts.FLAG;
import static dev.cuenta.core.file.SchemaParts.NUMBER;
import static dev.cuenta.core.file.SchemaParts.POSITIVE;
import static dev.cuenta.core.file.SchemaParts.TEXT;
import static dev.cuenta.core.file.SchemaParts.described;
import static dev.cuenta.core.file.SchemaParts.group;
import static dev.cuenta.core.file.SchemaParts.named;
import static dev.cuenta.core.file.SchemaParts.oneOf;
import static dev.cuenta.core.file.SchemaParts.orNothing;
import static dev.cuenta.core.file.SchemaParts.parties;
import static dev.cuenta.core.file.SchemaParts.texts;
import static dev.cuenta.core.file.SchemaParts.values;

import dev.cuenta.core.model.HashFormat;
import dev.cuenta.core.model.IdScheme;
import dev.cuenta.core.model.PasswordRules;
import dev.cuenta.core.model.RetentionRule;
import dev.cuenta.core.model.Service;
import dev.cuenta.core.model.TenantRules;
import dev.cuenta.core.permission.CuentaPermission;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;

/** The format of model files as a JSON Schema (2020-12), so that editors complete and check them. */
public final class FormatSchema {
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
        schema.put("$defs", Map.of("field", FieldSchema.ofAccounts(), "tenantField", FieldSchema.ofTenants()));
        return schema;
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
}
