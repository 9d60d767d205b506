package dev.cuenta.core.model;

import java.util.Set;
import java.util.regex.Pattern;
import org.jspecify.annotations.Nullable;

/** A field's name, with its profile's where it has one: {@code email}, {@code person.givenName}. */
public record FieldPath(@Nullable String profile, String name) {
    /** In place of a profile, for what tenants have: no profile can have this name. */
    public static final String TENANTS = "tenants";

    /** Names that mean something else already, in an account's JSON or in expressions. */
    private static final Set<String> RESERVED = Set.of(
            "id",
            "kind",
            "displayName",
            "currentPassword",
            "roles",
            TENANTS,
            "meta",
            "password",
            "version",
            "createdAt",
            "lastModifiedAt",
            "anonymisedAt",
            "accountId",
            "tenantId",
            "rightsStamp",
            "tableoid",
            "xmin",
            "cmin",
            "xmax",
            "cmax",
            "ctid",
            "now",
            "today");

    /** Columns that are kept aside, or made beside others, have names that begin so. */
    private static final Pattern OF_PUBLISHING = Pattern.compile("(kept|next|carry)R[0-9].*");

    /** Whether the name means something else already: in an account's JSON, in expressions, or as a column of every table. */
    public static boolean isReserved(String name) {
        return RESERVED.contains(name) || OF_PUBLISHING.matcher(name).matches();
    }

    /** Of what a tenant has, and not an account. */
    public static FieldPath ofTenant(String name) {
        return new FieldPath(TENANTS, name);
    }

    /** Whether a tenant has it, and not an account. */
    public boolean isOfTenant() {
        return TENANTS.equals(profile);
    }

    public static FieldPath parse(String path) {
        int dot = path.indexOf('.');
        return dot < 0 ? new FieldPath(null, path) : new FieldPath(path.substring(0, dot), path.substring(dot + 1));
    }

    /** JSON Pointer (RFC 6901) to the value in an account's JSON, or in a tenant's. */
    public String pointer() {
        if (isOfTenant()) {
            return "/fields/" + name;
        }
        return profile == null ? "/" + name : "/" + profile + "/" + name;
    }

    @Override
    public String toString() {
        return profile == null ? name : profile + "." + name;
    }
}
