package dev.cuenta.wire.job;

/**
 * Messages that are tried again.
 *
 * @param messages how many are tried again
 */
public record MessagesRetried(int messages) {}
