package dev.cuenta.wire.model;

/**
 * What is measured.
 *
 * @param rows how many ids of each scheme to measure with
 */
public record IdCostsRequest(int rows) {}
