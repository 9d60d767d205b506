package dev.cuenta.wire.retention;

import java.util.List;

/**
 * An account that came back.
 *
 * @param left fields whose values the live model has no place for
 * @param lost what else did not come back, in words
 */
public record RestoredAccount(String id, List<String> left, List<String> lost) {}
