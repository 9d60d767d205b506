package dev.cuenta.store.live;

import dev.cuenta.core.account.AccountId;
import dev.cuenta.store.schema.Shape;
import java.util.Collection;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;

/**
 * The keys by which tables know accounts. As long as the id scheme of a model has not changed its sort, a key is the id itself;
 * afterwards the key is what the id formerly was, and the id stands beside it.
 */
public final class Keys {
    private final Work work;
    private final Shape shape;
    private final Map<AccountId, Object> known = new HashMap<>();

    Keys(Work work) {
        this.work = work;
        this.shape = work.revision().shape();
    }

    /** By the account's present id or its former one; empty where it is no account's. */
    public Optional<Object> find(AccountId id) {
        return Optional.ofNullable(known.get(id))
                .or(() -> shape.findId(id.text())
                        .flatMap(found -> found.isKey() ? Optional.of(found.value()) : lookedUp(found)));
    }

    private Optional<Object> lookedUp(Shape.FoundId second) {
        return work.sql()
                .sql("select id from accounts.account where " + second.column() + " = ?")
                .param(second.value())
                .query((row, index) -> row.getObject(1))
                .optional();
    }

    /** Of an account that is there. */
    public Object of(AccountId id) {
        return find(id).orElseThrow();
    }

    /** Of many accounts that are there, as texts and in their order, in one query. */
    public String[] of(Collection<AccountId> ids) {
        List<String> unknown = ids.stream()
                .filter(id -> shape.keyType().read(id.text()).isEmpty() && !known.containsKey(id))
                .map(AccountId::text)
                .toList();
        if (!unknown.isEmpty()) {
            work.sql()
                    .sql("select cast(%1$s as text), id from accounts.account where %1$s = any(cast(? as %2$s[]))"
                            .formatted(Shape.SECOND_ID, shape.keyType().other().sql()))
                    .param(unknown.toArray(String[]::new))
                    .query(row -> {
                        remember(new AccountId(row.getString(1)), row.getObject(2));
                    });
        }
        return ids.stream().map(id -> of(id).toString()).toArray(String[]::new);
    }

    /** Saves looking it up later in the same transaction. */
    public void remember(AccountId id, Object key) {
        known.put(id, Objects.requireNonNull(key));
    }
}
