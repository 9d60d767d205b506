package dev.cuenta.core.account;

import org.jspecify.annotations.Nullable;

/**
 * A page of a list.
 *
 * @param condition null for all
 * @param after where the page before ended; null for the first page
 */
public record AccountQuery(
        @Nullable Condition condition,
        Attribute sort,
        boolean descending,
        int limit,
        @Nullable Position after) {

    public static final int DEFAULT_LIMIT = 25;
    public static final int HIGHEST_LIMIT = 200;

    /** The same page of other accounts. */
    public AccountQuery with(@Nullable Condition other) {
        return new AccountQuery(other, sort, descending, limit, after);
    }

    /** The last record of a page: its value of the sort attribute, and its id to tell equals apart. */
    public record Position(@Nullable Object value, AccountId id) {}
}
