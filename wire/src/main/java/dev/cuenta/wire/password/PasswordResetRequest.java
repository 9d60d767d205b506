package dev.cuenta.wire.password;

/**
 * Somebody forgot their password.
 *
 * @param identifier what the person signs in with
 */
public record PasswordResetRequest(String identifier) {}
