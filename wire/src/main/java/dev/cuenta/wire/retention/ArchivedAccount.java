package dev.cuenta.wire.retention;

import java.time.Instant;

/** An account that a rule archived. */
public record ArchivedAccount(String id, String kind, String displayName, String rule, Instant archivedAt) {}
