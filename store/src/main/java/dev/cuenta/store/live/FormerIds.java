package dev.cuenta.store.live;

import dev.cuenta.core.account.AccountId;
import dev.cuenta.store.schema.IdType;
import dev.cuenta.store.schema.Shape;
import java.util.List;
import org.jspecify.annotations.Nullable;

/** The map from what accounts' ids were, before they became another sort of value, to what they are. */
public final class FormerIds {
    /** One account's. */
    public record Pair(AccountId formerId, AccountId id) {}

    private final Work work;
    private final Shape shape;

    public FormerIds(Work work) {
        this.work = work;
        this.shape = work.revision().shape();
    }

    /** In the order of the former ids, from behind the given one on; empty where ids never changed. */
    public List<Pair> page(@Nullable AccountId after, int limit) {
        if (!shape.hasSecondIds()) {
            return List.of();
        }
        IdType former = shape.idType().other();
        Object last = former.read(after == null ? former.beforeAll() : after.text())
                .orElseGet(() -> former.read(former.beforeAll()).orElseThrow());
        return work.sql()
                .sql(
                        "select cast(%1$s as text), cast(%2$s as text) from accounts.account where %1$s > ? order by %1$s limit ?"
                                .formatted(shape.formerIdColumn(), shape.idColumn()))
                .params(last, limit)
                .query((row, index) -> new Pair(new AccountId(row.getString(1)), new AccountId(row.getString(2))))
                .list();
    }
}
