package dev.cuenta.wire.sharing;

import java.util.List;
import org.jspecify.annotations.Nullable;

/**
 * Which of some accounts have a permission, or any of some roles: one of the two.
 *
 * @param accounts ids, up to 1,000
 * @param tenant where it is to count; null for the tenant of the request, or for what counts everywhere
 */
public record AccountsQuestion(
        List<String> accounts,
        @Nullable String permission,
        @Nullable List<String> anyRole,
        @Nullable String tenant) {}
