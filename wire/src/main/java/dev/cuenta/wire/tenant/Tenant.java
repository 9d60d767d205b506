package dev.cuenta.wire.tenant;

import java.util.List;
import java.util.Map;
import java.util.UUID;

/**
 * A tenant.
 *
 * @param slug its subdomain; it can stand wherever the id can
 * @param secondFactor whether it demands one of its members
 * @param suspended whether memberships and roles there do not count
 * @param archived whether lists leave it out; then it is suspended as well
 * @param domains of mail addresses; whoever confirms one of these joins it
 * @param limits how much it may have, where that differs from what the model says for all
 * @param effectiveLimits how much it may have: its own limits, and the model's where it has none
 * @param fields what the model lets tenants have, as far as the caller may read it here
 */
public record Tenant(
        UUID id,
        String name,
        String slug,
        boolean secondFactor,
        boolean suspended,
        boolean archived,
        List<String> domains,
        TenantLimits limits,
        TenantLimits effectiveLimits,
        Map<String, Object> fields) {}
