package dev.cuenta.wire.sample;

/**
 * Accounts that were made up.
 *
 * @param made how many
 */
public record SamplesMade(int made) {}
