package dev.cuenta.wire.confirmation;

import dev.cuenta.wire.Secret;

/** What was sent to an address. */
public record ConfirmationToken(Secret token) {}
