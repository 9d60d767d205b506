package dev.cuenta.store.sharing;

import java.time.Instant;

/**
 * A record of a service that hangs on an account.
 *
 * @param sort as the model names it
 * @param key by which the service knows its record
 */
public record Dependent(String service, String sort, String key, Instant registered) {}
