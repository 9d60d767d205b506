package dev.cuenta.wire.sample;

/** How many were made, and how many were there already. */
public record Seeded(int tenants, int accounts, int present) {}
