package dev.cuenta.wire.model;

import com.fasterxml.jackson.annotation.JsonProperty;
import java.math.BigDecimal;
import java.util.List;
import java.util.UUID;
import org.jspecify.annotations.Nullable;

/**
 * What a caller's forms, lists and filters are made from. Fields that concern the caller in no way are left out.
 *
 * @param may permissions of the caller, as far as they reach
 * @param administers whether the caller has a role that administers
 * @param signIn the fields that people sign in with
 * @param tenants whether the model has any
 * @param tenant of the request; null for none in particular
 * @param allTenants whether the request says that all tenants are meant
 * @param hasToSayAll whether the caller has roles that count in every tenant only in a request that says so, or names one
 * @param tenantFrom what of a request may name its tenant: {@code header}, {@code subdomain}, {@code session}
 * @param tenantFields of the request's tenant itself; {@code changes} where the caller may change one there
 */
public record Form(
        int revision,
        String name,
        List<String> may,
        boolean administers,
        List<String> signIn,
        boolean tenants,
        @Nullable UUID tenant,
        boolean allTenants,
        boolean hasToSayAll,
        List<String> tenantFrom,
        List<String> roles,
        List<Kind> kinds,
        List<Profile> profiles,
        List<Field> fields,
        List<Field> tenantFields) {
    /** A kind of account. */
    public record Kind(
            String name,
            String label,
            List<String> profiles,
            @JsonProperty("default") boolean byDefault) {}

    /** A group of fields. */
    public record Profile(String name, String label) {}

    /**
     * A field, and what the caller may do with it.
     *
     * @param profile null for the account's own
     * @param withinTenant whether an account has a value in each of its tenants; where the request is in none, it stands with each of
     *     them, and can be neither written nor asked for
     * @param control what one fills it in with
     * @param each what one would fill in one of its values with, where it has several
     * @param defaultValue as JSON has it
     * @param scale digits after the point
     * @param comparisons that filters may ask
     * @param shown whether answers have it unasked
     * @param reads of others' accounts; the caller's own is another question
     */
    public record Field(
            String path,
            String name,
            @Nullable String profile,
            boolean withinTenant,
            String label,
            String description,
            String group,
            String type,
            boolean many,
            FormControl control,
            FormControl each,
            boolean required,
            @JsonProperty("default") @Nullable Object defaultValue,
            @Nullable Integer minLength,
            @Nullable Integer maxLength,
            @Nullable BigDecimal min,
            @Nullable BigDecimal max,
            @Nullable String pattern,
            int scale,
            List<String> options,
            Sensitivity sensitivity,
            List<String> comparisons,
            boolean search,
            boolean confirm,
            boolean shown,
            boolean reads,
            boolean readsOwn,
            boolean creates,
            boolean changes,
            boolean changesOwn) {}
}
