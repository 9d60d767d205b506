package dev.cuenta.wire.secondfactor;

import dev.cuenta.wire.Secret;
import java.util.List;
import org.jspecify.annotations.Nullable;

/**
 * Codes for whoever lost the authenticator, each good once; told once.
 *
 * @param token of the session from now on, where it changed and no cookie carries it
 */
public record RecoveryCodes(
        List<Secret> recoveryCodes, @Nullable Secret token) {}
