package dev.cuenta.wire.account;

import java.time.Instant;

/** A record of a service that hangs on an account. */
public record Dependent(String service, String sort, String key, Instant registered) {}
