package dev.cuenta.store.compare;

import dev.cuenta.core.account.AccountId;
import dev.cuenta.core.model.Field;
import dev.cuenta.core.revision.StoredRecords.InTheWay;
import dev.cuenta.store.schema.Shape;
import org.springframework.jdbc.core.simple.JdbcClient;

/** How many records a query finds, and whose the first few are. */
public final class KeysInTheWay {
    static final int SHOWN = 5;

    private final Shape shape;
    private final JdbcClient sql;

    /** @param shape of the model by whose ids accounts are known at the moment */
    public KeysInTheWay(Shape shape, JdbcClient sql) {
        this.shape = shape;
        this.sql = sql;
    }

    /**
     * All that the query gives.
     *
     * @param keys a query of keys, as {@code key}
     */
    public InTheWay found(String keys) {
        return found(keys, "true", "key");
    }

    /**
     * Those of the records that share a value with another.
     *
     * @param query gives {@code key} and, as {@code value}, what no two may share; {@code tenant_id} where each is in one tenant
     */
    public InTheWay sharing(String query, Field field) {
        boolean tenant = field.uniqueInEachTenant();
        String within = field.uniqueWithinTenant() ? "tenant_id, " : "";
        String given = "(" + query + ") given" + (tenant ? " join cuenta.membership m on m.account_id = key" : "")
                + " where value is not null";
        return found(
                "select key, value, count(*) over (partition by " + within + "value) as n from " + given,
                "n > 1",
                "value");
    }

    private InTheWay found(String keys, String condition, String order) {
        String these = " from (" + keys + ") found where " + condition;
        long count = sql.sql("select count(*)" + these).query(Long.class).single();
        return count == 0
                ? InTheWay.NONE
                : new InTheWay(
                        count,
                        sql.sql("select " + shape.idOf("key") + " from (select key" + these + " order by " + order
                                        + " limit " + SHOWN + ") first")
                                .query((row, index) -> new AccountId(row.getString(1)))
                                .list());
    }
}
