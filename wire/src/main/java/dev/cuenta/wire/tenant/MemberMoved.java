package dev.cuenta.wire.tenant;

import java.util.List;

/**
 * What a move between tenants does to an account's roles, and to what it has in each of its tenants.
 *
 * @param gains those that it gets in the tenant that it joins
 * @param keeps those that count everywhere, or in other tenants
 * @param loses those that it had in the tenant that it leaves
 * @param values fields whose values in the tenant that it leaves go, as far as the caller may read them
 */
public record MemberMoved(List<String> gains, List<String> keeps, List<String> loses, List<String> values) {}
