package dev.cuenta.wire.session;

import dev.cuenta.wire.Secret;
import java.time.Instant;
import org.jspecify.annotations.Nullable;

/**
 * A session that was opened.
 *
 * @param token to be sent with each request; null where a cookie carries it
 */
public record SignedIn(
        String account, Instant expires, @Nullable Secret token) {}
