package dev.cuenta.wire.sharing;

import java.util.List;
import org.jspecify.annotations.Nullable;

/**
 * Whether an account has a permission, or any of some roles: one of the two.
 *
 * @param tenant where it is to count; null for the tenant of the request, or for what counts everywhere
 */
public record PermissionQuestion(
        String account,
        @Nullable String permission,
        @Nullable List<String> anyRole,
        @Nullable String tenant) {}
