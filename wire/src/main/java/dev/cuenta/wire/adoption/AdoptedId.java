package dev.cuenta.wire.adoption;

/** A row and its account. {@code joined} says that the account was there already. */
public record AdoptedId(String key, String account, boolean joined) {}
