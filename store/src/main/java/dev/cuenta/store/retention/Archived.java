package dev.cuenta.store.retention;

import java.time.Instant;

/**
 * An account that was put aside.
 *
 * @param rule that did it
 * @param displayName what it was called then
 */
public record Archived(String id, String kind, String displayName, String rule, Instant archivedAt) {}
