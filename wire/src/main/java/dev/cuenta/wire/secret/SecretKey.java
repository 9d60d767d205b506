package dev.cuenta.wire.secret;

import java.time.Instant;
import org.jspecify.annotations.Nullable;

/**
 * A key that seals secrets, or did.
 *
 * @param retiredAt since when it seals nothing any more
 */
public record SecretKey(
        String id, Instant addedAt, @Nullable Instant retiredAt) {}
