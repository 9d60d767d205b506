package dev.cuenta.wire.sample;

import java.util.List;
import java.util.Map;
import org.jspecify.annotations.Nullable;

/**
 * What is to be there.
 *
 * @param tenants by name, or as an object that says beside the name what the tenant has
 * @param accounts as an account's own address takes them, with kind, roles and tenants
 */
public record Seed(@Nullable List<Object> tenants, @Nullable List<Map<String, Object>> accounts) {}
