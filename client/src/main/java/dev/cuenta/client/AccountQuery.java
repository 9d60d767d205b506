package dev.cuenta.client;

import java.util.List;
import org.jspecify.annotations.Nullable;

/**
 * Which accounts, in what order, with what of them.
 *
 * @param filter a SCIM filter (RFC 7644, section 3.4.2.2); null for all
 * @param sort a field, with {@code -} before it for descending; null for the order in which they were made
 * @param fields to answer with; empty for all that are returned by default
 */
public record AccountQuery(
        @Nullable String filter, @Nullable String sort, List<String> fields) {
    public AccountQuery {
        fields = List.copyOf(fields);
    }

    public static AccountQuery all() {
        return new AccountQuery(null, null, List.of());
    }

    public static AccountQuery where(String filter) {
        return new AccountQuery(filter, null, List.of());
    }

    public AccountQuery sortedBy(String field) {
        return new AccountQuery(filter, field, fields);
    }

    public AccountQuery with(String... some) {
        return new AccountQuery(filter, sort, List.of(some));
    }

    Request page(int limit, @Nullable String cursor) {
        return Request.of("GET", "/v1/accounts")
                .query("filter", filter)
                .query("sort", sort)
                .query("fields", fields.isEmpty() ? null : String.join(",", fields))
                .query("limit", limit)
                .query("cursor", cursor);
    }
}
