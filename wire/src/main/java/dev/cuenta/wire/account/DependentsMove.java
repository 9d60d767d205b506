package dev.cuenta.wire.account;

/**
 * Where what hangs on an account is moved.
 *
 * @param account to which they are moved
 */
public record DependentsMove(String account) {}
