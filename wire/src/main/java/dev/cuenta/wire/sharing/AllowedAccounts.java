package dev.cuenta.wire.sharing;

import java.util.List;
import java.util.Map;

/**
 * The answer to a question about the rights of many.
 *
 * @param accounts those that have it, by the ids that were asked about and in their order
 * @param rightsStamps of each account that was found, allowed or not: rises whenever what it may do can have changed
 */
public record AllowedAccounts(List<String> accounts, Map<String, Long> rightsStamps) {}
