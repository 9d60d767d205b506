package dev.cuenta.wire.token;

/**
 * Somebody wants a token.
 *
 * @param service for which the token is
 */
public record TokenRequest(String service) {}
