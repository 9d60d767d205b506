package dev.cuenta.wire.upkeep;

/**
 * What is measured.
 *
 * @param rows how many ids of each scheme to measure with
 */
public record IdCostsRequest(int rows) {}
