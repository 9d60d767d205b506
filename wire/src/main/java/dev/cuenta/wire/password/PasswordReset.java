package dev.cuenta.wire.password;

import dev.cuenta.wire.Secret;

/**
 * Another password, with the link that was sent.
 *
 * @param token that was sent
 */
public record PasswordReset(Secret token, Secret password) {}
