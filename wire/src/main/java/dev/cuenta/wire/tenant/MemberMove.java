package dev.cuenta.wire.tenant;

/**
 * An account that is to belong to another tenant instead of one of its own.
 *
 * @param from id or subdomain of the one that it leaves
 * @param to id or subdomain of the one that it joins
 */
public record MemberMove(String from, String to) {}
