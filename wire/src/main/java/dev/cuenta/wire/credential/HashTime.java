package dev.cuenta.wire.credential;

/** Parameters of Argon2id, and how long one hash takes with them. */
public record HashTime(int memoryMiB, int iterations, int parallelism, long millis) {}
