package dev.cuenta.wire.secondfactor;

import dev.cuenta.wire.Secret;
import java.time.Instant;
import org.jspecify.annotations.Nullable;

/**
 * Whether an account has a second factor.
 *
 * @param token of the session from now on, where it changed and no cookie carries it
 */
public record SecondFactorState(
        boolean active,
        @Nullable Instant since,
        @Nullable Integer recoveryCodesLeft,
        @Nullable Secret token) {}
