package dev.cuenta.wire.sharing;

import dev.cuenta.wire.Secret;
import java.time.Instant;
import java.util.List;
import java.util.UUID;
import org.jspecify.annotations.Nullable;

/**
 * A key of a service.
 *
 * @param prefix how it begins
 * @param scope what of the contract it is good for; empty for all
 * @param networks from where; empty for everywhere
 * @param token the key itself, told once, when it is made
 */
public record ServiceKey(
        UUID id,
        String prefix,
        List<String> scope,
        List<String> networks,
        String madeBy,
        Instant made,
        @Nullable Instant expires,
        @Nullable Instant lastUsed,
        @Nullable Secret token) {}
