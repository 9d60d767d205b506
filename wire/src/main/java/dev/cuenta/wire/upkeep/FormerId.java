package dev.cuenta.wire.upkeep;

/** Which id an account had before ids became another sort of value. */
public record FormerId(String formerId, String id) {}
