package dev.cuenta.wire.tenant;

import java.util.UUID;

/**
 * A tenant.
 *
 * @param slug its subdomain; it can stand wherever the id can
 * @param secondFactor whether it demands one of its members
 * @param suspended whether memberships and roles there do not count
 */
public record Tenant(UUID id, String name, String slug, boolean secondFactor, boolean suspended) {}
