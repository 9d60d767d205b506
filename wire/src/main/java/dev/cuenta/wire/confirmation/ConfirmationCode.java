package dev.cuenta.wire.confirmation;

import dev.cuenta.wire.Secret;

/** What was sent to a telephone. */
public record ConfirmationCode(String field, Secret code) {}
