package dev.cuenta.wire.activity;

import java.time.Instant;
import java.util.Map;
import org.jspecify.annotations.Nullable;

/**
 * Something that was done.
 *
 * @param account to whose account; null for what concerns none
 * @param person by whom; null for a service, or for Cuenta itself
 * @param service through which service
 * @param via the session or key through which it was done
 * @param address from which address
 * @param details what an action of this sort tells; of fields that the reader may not read, the names alone
 */
public record ActivityEntry(
        long number,
        Instant at,
        String action,
        @Nullable String account,
        @Nullable String person,
        @Nullable String service,
        @Nullable String via,
        @Nullable String address,
        @Nullable String tenant,
        Map<String, Object> details) {}
