package dev.cuenta.core.model;

import org.jspecify.annotations.Nullable;

/**
 * Whether accounts belong to tenants, and whether a sign-up makes one.
 *
 * @param nameAtSignUp names the tenant that a sign-up makes; null when sign-ups make none
 */
public record TenantRules(boolean present, @Nullable Template nameAtSignUp) {
    public static final TenantRules NONE = new TenantRules(false, null);
}
