package dev.cuenta.wire.secret;

import java.util.Map;

/**
 * What nobody could open or verify any more.
 *
 * @param purpose what the key is for
 * @param values how many, by where they are
 */
public record SecretLoss(String key, String purpose, Map<String, Long> values) {}
