package dev.cuenta.core.model;

import java.util.Set;
import org.jspecify.annotations.Nullable;

/** A field's name, with its profile's where it has one: {@code email}, {@code person.givenName}. */
public record FieldPath(@Nullable String profile, String name) {
    /** Names that mean something else already, in an account's JSON or in expressions. */
    public static final Set<String> RESERVED = Set.of(
            "id",
            "kind",
            "displayName",
            "currentPassword",
            "roles",
            "tenants",
            "meta",
            "password",
            "version",
            "createdAt",
            "lastModifiedAt",
            "accountId",
            "now",
            "today");

    public static FieldPath parse(String path) {
        int dot = path.indexOf('.');
        return dot < 0 ? new FieldPath(null, path) : new FieldPath(path.substring(0, dot), path.substring(dot + 1));
    }

    /** JSON Pointer (RFC 6901) to the value in an account's JSON. */
    public String pointer() {
        return profile == null ? "/" + name : "/" + profile + "/" + name;
    }

    @Override
    public String toString() {
        return profile == null ? name : profile + "." + name;
    }
}
