package dev.cuenta.wire.password;

import dev.cuenta.wire.Violation;
import java.util.List;

/**
 * What a password would be worth.
 *
 * @param violations the rules that it breaks
 */
public record PasswordAssessed(Strength strength, List<Violation> violations) {}
