package dev.cuenta.wire.adoption;

import java.time.Instant;

/** A source, and how many rows of it became accounts or joined one. */
public record AdoptionSummary(String source, long brought, long joined, Instant last) {}
