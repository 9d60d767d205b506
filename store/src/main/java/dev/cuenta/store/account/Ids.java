package dev.cuenta.store.account;

import com.github.f4b6a3.uuid.UuidCreator;
import dev.cuenta.core.model.IdScheme;
import dev.cuenta.store.live.Work;
import dev.cuenta.store.schema.IdType;

/** Makes account ids by the model's scheme. */
final class Ids {
    private Ids() {}

    /** Keys that are no ids, because these became another sort of value, are time-ordered or counted: nobody sees them. */
    static Object next(Work work, IdType type) {
        if (type == IdType.COUNTING) {
            return work.sql()
                    .sql("select nextval('accounts.account_id')")
                    .query(Long.class)
                    .single();
        }
        return work.revision().model().id() == IdScheme.UUID4
                ? UuidCreator.getRandomBased()
                : UuidCreator.getTimeOrderedEpoch();
    }
}
