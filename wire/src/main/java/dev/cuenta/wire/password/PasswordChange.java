package dev.cuenta.wire.password;

import dev.cuenta.wire.Secret;
import org.jspecify.annotations.Nullable;

/**
 * A change of one's own password.
 *
 * @param current the present one
 * @param keepSessions whether other sessions go on
 */
public record PasswordChange(
        Secret current, Secret password, @Nullable Boolean keepSessions) {}
