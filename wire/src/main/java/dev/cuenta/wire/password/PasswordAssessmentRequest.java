package dev.cuenta.wire.password;

import dev.cuenta.wire.Secret;
import java.util.List;
import org.jspecify.annotations.Nullable;

/**
 * A password that nobody has chosen yet.
 *
 * @param identifiers what the password should not contain; ten at most
 */
public record PasswordAssessmentRequest(
        Secret password, @Nullable List<String> identifiers) {}
