package dev.cuenta.store.account;

import dev.cuenta.core.account.Attribute;
import dev.cuenta.core.account.Condition;
import dev.cuenta.core.account.Sealed;
import dev.cuenta.core.model.Field;
import dev.cuenta.core.type.Comparison;
import dev.cuenta.store.live.Work;
import dev.cuenta.store.schema.Shape;
import dev.cuenta.store.secret.SecretKey;
import dev.cuenta.store.secret.Secrets;
import java.util.List;
import java.util.Objects;
import org.jspecify.annotations.Nullable;

/**
 * Finds secret values without opening them: beside each lies its hash under a key that the database does not have. Hashes are written with
 * the values; what was there before a field was looked up by, or is hashed with a key that is retired, follows in the background.
 */
public final class Lookups {
    private static final int BATCH = 500;

    private final Work work;

    public Lookups(Work work) {
        this.work = work;
    }

    /** What asks for a secret value, asking for its hashes. */
    Condition hashed(Condition condition) {
        return condition instanceof Condition.Compare compare
                        && compare.attribute().secret()
                ? hashed(compare)
                : condition;
    }

    private Condition hashed(Condition.Compare compare) {
        Attribute attribute = compare.attribute();
        Field field = Objects.requireNonNull(attribute.field());
        if (compare.comparison() != Comparison.EQ) {
            throw new IllegalArgumentException("A secret is found by its whole value.");
        }
        Secrets secrets = work.secrets();
        return new Condition.Hashed(
                field.path().toString(),
                secrets.keys().all().stream()
                        .map(key -> secrets.lookup(key, field, compare.value()))
                        .toList());
    }

    /**
     * Writes the hash of a value that is being written; takes it away with the value.
     *
     * @param account the key of its row
     */
    void keep(Field field, Object account, @Nullable Object value) {
        if (!field.search()) {
            return;
        }
        if (value == null) {
            work.sql()
                    .sql("delete from cuenta.secret_lookup where account_id = ? and field = ?")
                    .params(account, field.path().toString())
                    .update();
            return;
        }
        SecretKey key = work.secrets().keys().current();
        Object plain = value instanceof Sealed sealed ? sealed.open() : value;
        work.sql()
                .sql("""
                insert into cuenta.secret_lookup (account_id, field, key_id, hash) values (?, ?, ?, ?)
                on conflict (account_id, field) do update set key_id = excluded.key_id, hash = excluded.hash""")
                .params(
                        account,
                        field.path().toString(),
                        key.id(),
                        work.secrets().lookup(key, field, plain))
                .update();
    }

    /**
     * Does a batch of what is left; whether there may be more. Accounts that are being changed are left for the next turn: who changes one
     * has locked it before its hashes and its profiles, and so does this, so that neither waits for what the other holds.
     */
    public boolean carryOn() {
        List<Field> fields = work.revision().model().fields().values().stream()
                .filter(field -> field.secret() && field.search())
                .toList();
        work.sql()
                .sql("delete from cuenta.secret_lookup where field <> all(?)")
                .param(fields.stream().map(field -> field.path().toString()).toArray(String[]::new))
                .update();
        return fields.stream().anyMatch(field -> carryOn(field) == BATCH);
    }

    private int carryOn(Field field) {
        String key = Shape.keyOf(field.path().profile());
        String column = "v." + Shape.quoted(work.revision().shape().columnNow(field));
        record Row(Object account, Object value) {}
        List<Row> rows = work.sql()
                .sql("select v." + key + " as account, " + column + " as sealed from accounts.account a join "
                        + Shape.qualified(field.path().profile()) + " v on v." + key + " = a.id where " + column
                        + " is not null and not exists (select 1 from cuenta.secret_lookup l where l.account_id = v."
                        + key
                        + " and l.field = ? and l.key_id = ?) limit " + BATCH
                        + " for no key update of a, v skip locked")
                .params(field.path().toString(), work.secrets().keys().current().id())
                .query((row, index) -> new Row(
                        row.getObject("account"),
                        work.secrets().stored(field, row.getObject("account"), row.getBytes("sealed"))))
                .list();
        rows.forEach(row -> keep(field, row.account(), row.value()));
        return rows.size();
    }
}
