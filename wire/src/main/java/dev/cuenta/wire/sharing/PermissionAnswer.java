package dev.cuenta.wire.sharing;

/**
 * The answer to a question about rights.
 *
 * @param allowed whether it has
 * @param rightsStamp rises whenever what the account may do can have changed: an answer with a lower one is out of date
 */
public record PermissionAnswer(boolean allowed, long rightsStamp) {}
