package dev.cuenta.wire.session;

import dev.cuenta.wire.Secret;
import org.jspecify.annotations.Nullable;

/**
 * Who signs in.
 *
 * @param identifier the value of one of the model's sign-in fields
 * @param code of the second factor; null where there is none
 */
public record SignIn(
        String identifier, Secret password, @Nullable Secret code) {}
