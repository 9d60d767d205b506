package dev.cuenta.wire.role;

import java.util.List;
import java.util.Map;

/**
 * Why an account may do something, or may not.
 *
 * @param because the grants through which it may; empty where it may not
 * @param missing why it may not, in sentences; empty where it may
 * @param names of the accounts that the grants speak of, by id, as far as the caller may read them
 */
public record PermissionExplanation(
        boolean allowed, List<RoleGrant> because, List<String> missing, Map<String, String> names) {}
