package dev.cuenta.wire.session;

import org.jspecify.annotations.Nullable;

/**
 * The tenant that a session is about.
 *
 * @param tenant that the session's requests are about from now on; null for none in particular, {@code *} for all
 *     tenants at once
 */
public record TenantChoice(@Nullable String tenant) {}
