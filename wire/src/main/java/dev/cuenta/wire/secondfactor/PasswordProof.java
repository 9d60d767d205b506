package dev.cuenta.wire.secondfactor;

import dev.cuenta.wire.Secret;

/** The caller's own password. */
public record PasswordProof(Secret password) {}
