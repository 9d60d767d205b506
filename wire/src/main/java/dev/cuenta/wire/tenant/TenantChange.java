package dev.cuenta.wire.tenant;

import java.util.List;
import java.util.Map;
import org.jspecify.annotations.Nullable;

/**
 * What of a tenant is to be otherwise; what is left out stays.
 *
 * @param slug its subdomain
 * @param secondFactor whether the tenant demands one of its members
 * @param suspended whether memberships and roles there do not count
 * @param archived whether lists leave it out; it is suspended with that, and stays so when it is restored
 * @param domains of mail addresses, in place of those that it had: whoever confirms one of these joins it
 * @param limits how much it may have, in place of the limits that it had; where one is left out, the model's counts
 * @param fields what the model lets tenants have: null takes a value away, and what is left out stays
 */
public record TenantChange(
        @Nullable String name,
        @Nullable String slug,
        @Nullable Boolean secondFactor,
        @Nullable Boolean suspended,
        @Nullable Boolean archived,
        @Nullable List<String> domains,
        @Nullable TenantLimits limits,
        @Nullable Map<String, @Nullable Object> fields) {}
