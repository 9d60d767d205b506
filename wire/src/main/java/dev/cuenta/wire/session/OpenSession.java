package dev.cuenta.wire.session;

import java.time.Instant;
import java.util.UUID;

/**
 * Where somebody is signed in.
 *
 * @param agent the program, as it calls itself
 */
public record OpenSession(UUID id, Instant created, Instant lastUsed, Instant expires, String agent, boolean current) {}
