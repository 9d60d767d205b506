package dev.cuenta.store.session;

import java.time.Instant;
import java.util.UUID;

/**
 * A session without its token.
 *
 * @param agent the program that opened it, as it calls itself; empty where it did not say
 * @param lastUsed within a minute
 */
public record OpenSession(UUID id, Instant created, Instant lastUsed, Instant expires, String agent) {}
