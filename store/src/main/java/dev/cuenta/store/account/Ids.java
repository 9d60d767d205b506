package dev.cuenta.store.account;

import com.github.f4b6a3.uuid.UuidCreator;
import dev.cuenta.core.account.AccountId;
import dev.cuenta.core.model.IdScheme;
import dev.cuenta.store.revision.Work;
import java.util.Optional;
import java.util.UUID;

/** Makes account ids by the model's scheme, and turns them into what the id column holds. */
public final class Ids {
    private Ids() {}

    static Object next(Work work) {
        return switch (work.revision().model().id()) {
            case UUID7 -> UuidCreator.getTimeOrderedEpoch();
            case UUID4 -> UuidCreator.getRandomBased();
            case SEQUENCE ->
                work.sql()
                        .sql("select nextval('accounts.account_id')")
                        .query(Long.class)
                        .single();
        };
    }

    /** The id column's value; empty for a text that is no id at all, and so no account's. */
    public static Optional<Object> columnOf(IdScheme scheme, AccountId id) {
        try {
            return Optional.of(scheme == IdScheme.SEQUENCE ? (Object) Long.valueOf(id.text()) : uuid(id.text()));
        } catch (IllegalArgumentException notAnId) {
            return Optional.empty();
        }
    }

    private static UUID uuid(String text) {
        if (text.length() != 36) {
            throw new IllegalArgumentException("not a UUID");
        }
        return UUID.fromString(text);
    }
}
