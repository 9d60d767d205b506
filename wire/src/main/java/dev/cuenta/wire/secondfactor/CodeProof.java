package dev.cuenta.wire.secondfactor;

import dev.cuenta.wire.Secret;

/** A code of the authenticator, or a recovery code. */
public record CodeProof(Secret code) {}
