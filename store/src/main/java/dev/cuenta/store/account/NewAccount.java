package dev.cuenta.store.account;

import dev.cuenta.core.account.AccountId;
import dev.cuenta.core.model.FieldPath;
import dev.cuenta.core.model.Kind;
import java.time.Instant;
import java.util.Map;
import org.jspecify.annotations.Nullable;

/**
 * An account that is to be made, with values that admission let through.
 *
 * @param id that it had elsewhere and keeps; null for a new one
 * @param key by which the tables knew it before; null for a new one
 * @param anonymised when what tells whose it was was taken out; null for never
 */
public record NewAccount(
        Kind kind,
        Map<FieldPath, @Nullable Object> values,
        Instant created,
        Instant lastModified,
        @Nullable AccountId id,
        @Nullable String key,
        long version,
        @Nullable Instant anonymised) {
    public NewAccount(Kind kind, Map<FieldPath, @Nullable Object> values, Instant created) {
        this(kind, values, created, created, null);
    }

    public NewAccount(
            Kind kind,
            Map<FieldPath, @Nullable Object> values,
            Instant created,
            Instant lastModified,
            @Nullable AccountId id) {
        this(kind, values, created, lastModified, id, null, 1, null);
    }
}
