package dev.cuenta.core.tenant;

import dev.cuenta.core.account.TenantId;
import java.util.Optional;
import java.util.Set;
import java.util.regex.Pattern;

/**
 * A tenant's name as an address spells it: one label of a host name (RFC 1123, section 2.1), in small letters. It can stand wherever a
 * tenant's id can, so none of them looks like an id.
 */
public record Slug(String text) {
    /** What a team itself may reach under its domain. */
    private static final Set<String> RESERVED = Set.of(
            "account",
            "accounts",
            "admin",
            "api",
            "app",
            "assets",
            "auth",
            "console",
            "cuenta",
            "dashboard",
            "help",
            "localhost",
            "login",
            "mail",
            "me",
            "root",
            "smtp",
            "static",
            "status",
            "support",
            "www");

    private static final Pattern LABEL = Pattern.compile("[a-z0-9]([a-z0-9-]{0,61}[a-z0-9])?");

    /** Why the text can be no tenant's, in words; empty where it can. */
    public static Optional<String> fault(String text) {
        if (!LABEL.matcher(text).matches()) {
            return Optional.of("Use small letters, digits, and hyphens between them; 63 characters at most.");
        }
        if (RESERVED.contains(text)) {
            return Optional.of("`" + text + "` is reserved for addresses of the team itself. Choose another.");
        }
        return TenantId.parse(text).map(id -> "This looks like an id. Choose another.");
    }

    public Slug {
        fault(text).ifPresent(why -> {
            throw new IllegalArgumentException(why);
        });
    }
}
