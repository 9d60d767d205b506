package dev.cuenta.wire.tenant;

import dev.cuenta.wire.Secret;
import java.time.Instant;
import java.util.UUID;
import org.jspecify.annotations.Nullable;

/**
 * An invitation into a tenant.
 *
 * @param madeBy an account's id, or a word for what else makes them
 * @param invitation what the invited person needs, told once, when it is made
 */
public record Invitation(
        UUID id,
        UUID tenant,
        String madeBy,
        Instant madeAt,
        Instant expires,
        @Nullable Secret invitation) {}
