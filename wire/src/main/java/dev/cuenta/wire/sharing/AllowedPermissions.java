package dev.cuenta.wire.sharing;

import java.util.List;

/**
 * What an account may do.
 *
 * @param permissions sorted; for a service those that its contract lets it ask about
 * @param rightsStamp rises whenever what the account may do can have changed
 */
public record AllowedPermissions(List<String> permissions, long rightsStamp) {}
