package dev.cuenta.wire.sharing;

import org.jspecify.annotations.Nullable;

/**
 * What an account may do.
 *
 * @param tenant where; null for the tenant of the request, or for what counts everywhere
 */
public record PermissionsQuestion(String account, @Nullable String tenant) {}
