package dev.cuenta.wire.sharing;

import java.util.List;

/**
 * The answer to a question about the rights of many.
 *
 * @param accounts those that have it, by the ids that were asked about and in their order
 */
public record AllowedAccounts(List<String> accounts) {}
