package dev.cuenta.wire.tenant;

import java.util.List;
import org.jspecify.annotations.Nullable;

/**
 * Some tenants of many.
 *
 * @param next {@code after} of the next page; null on the last one
 */
public record TenantPage(List<Tenant> items, @Nullable String next) {}
