package dev.cuenta.wire.tenant;

import java.util.UUID;

/**
 * A tenant.
 *
 * @param secondFactor whether it demands one of its members
 */
public record Tenant(UUID id, String name, String slug, boolean secondFactor) {}
