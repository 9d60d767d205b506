package dev.cuenta.store.publish;

import java.util.List;
import org.jspecify.annotations.Nullable;

/**
 * How far a walk by key has come.
 *
 * @param last the last key of the batch; null where it was the last batch
 */
record WalkedBatch(@Nullable String last, long done) {
    /** Of so many as there were to be at most. */
    static WalkedBatch of(List<String> keys, int most) {
        return new WalkedBatch(keys.size() < most ? null : keys.get(keys.size() - 1), keys.size());
    }
}
