package dev.cuenta.wire.session;

/**
 * Sessions that were ended.
 *
 * @param ended how many
 */
public record SessionsEnded(int ended) {}
