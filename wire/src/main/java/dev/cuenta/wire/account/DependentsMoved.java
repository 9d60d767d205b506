package dev.cuenta.wire.account;

/**
 * What became of a move.
 *
 * @param moved how many
 */
public record DependentsMoved(int moved) {}
