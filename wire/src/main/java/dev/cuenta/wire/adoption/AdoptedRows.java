package dev.cuenta.wire.adoption;

import dev.cuenta.wire.Secret;
import java.util.List;
import java.util.Map;
import org.jspecify.annotations.Nullable;

/**
 * Rows of one source, up to 500.
 *
 * @param kind of those that name none; null for the model's default
 * @param clashes by field, what to do where a value is taken: {@code report}, {@code join}, {@code renumber} or {@code empty}
 */
public record AdoptedRows(@Nullable String kind, @Nullable Map<String, String> clashes, List<Row> accounts) {
    /**
     * One row.
     *
     * @param key what the source calls it
     * @param kind null for that of the others
     * @param roles null for the model's default roles
     * @param roleEnds by role, when it counts no more; as the row's own program writes moments
     * @param created as its own program writes moments
     * @param anonymised when what tells whose it was was taken out there
     * @param confirmed by field, when its value was confirmed, or only that it was
     * @param password a hash, in the form of its own program
     * @param values by field
     * @param pictures by field, their bytes in base64
     */
    public record Row(
            String key,
            @Nullable String id,
            @Nullable String kind,
            @Nullable List<String> roles,
            @Nullable Map<String, String> roleEnds,
            @Nullable List<InTenant> tenants,
            @Nullable String created,
            @Nullable String lastModified,
            @Nullable String anonymised,
            @Nullable Map<String, String> confirmed,
            @Nullable Secret password,
            Map<String, Object> values,
            @Nullable Map<String, String> pictures) {}

    /**
     * A membership.
     *
     * @param id null for a tenant that is found by its name, or made
     * @param roleEnds as of a row
     * @param values what the account has in that tenant: profiles with their fields
     */
    public record InTenant(
            @Nullable String id,
            @Nullable String name,
            @Nullable List<String> roles,
            @Nullable Map<String, String> roleEnds,
            @Nullable String since,
            @Nullable Map<String, Object> values) {}
}
