package dev.cuenta.wire.confirmation;

/**
 * Somebody wants another link or code.
 *
 * @param field whose value is to be confirmed
 */
public record ConfirmationRequest(String field) {}
