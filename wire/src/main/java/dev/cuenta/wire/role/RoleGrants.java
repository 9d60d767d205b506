package dev.cuenta.wire.role;

import java.util.List;
import java.util.Map;
import org.jspecify.annotations.Nullable;

/**
 * Roles that were given, account by account.
 *
 * @param names of the accounts that they speak of, by id, as far as the caller may read them
 * @param next {@code after} of the next page; null on the last one
 */
public record RoleGrants(
        List<RoleGrant> items,
        Map<String, String> names,
        @Nullable String next) {}
