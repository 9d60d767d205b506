package dev.cuenta.wire.secret;

import java.util.List;

/**
 * The keys that seal secrets, oldest first.
 *
 * @param left how many values are sealed with older keys
 */
public record SecretKeys(List<SecretKey> items, long left) {}
