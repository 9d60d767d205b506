package dev.cuenta.wire.password;

import dev.cuenta.wire.Secret;
import org.jspecify.annotations.Nullable;

/**
 * What came of a change of password.
 *
 * @param token of the session from now on; null where a cookie carries it
 */
public record PasswordChanged(int sessionsEnded, @Nullable Secret token) {}
