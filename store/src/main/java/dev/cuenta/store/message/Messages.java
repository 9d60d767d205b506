package dev.cuenta.store.message;

import com.github.f4b6a3.uuid.UuidCreator;
import dev.cuenta.core.account.AccountId;
import dev.cuenta.core.model.FieldPath;
import dev.cuenta.store.revision.Work;
import java.time.Duration;
import java.util.Locale;
import java.util.Optional;
import java.util.UUID;

/** Messages that are to be sent, in the order in which they came due. They are asked for in the transaction that needs them. */
public final class Messages {
    static final double PAUSE_SECONDS = 30;

    private final Work work;

    public Messages(Work work) {
        this.work = work;
    }

    /**
     * At most one of a purpose is under way for a field, and nobody is written to again within {@value #PAUSE_SECONDS} seconds: who
     * asks may be a stranger who wants to flood the address.
     */
    public void ask(AccountId account, Message.Purpose purpose, FieldPath field) {
        tell(account, purpose, field, "");
    }

    /**
     * As {@link #ask}, for an address that the account may no longer have.
     *
     * @param address empty for the field's present value
     */
    public void tell(AccountId account, Message.Purpose purpose, FieldPath field, String address) {
        work.sql()
                .sql("""
                insert into cuenta.message as m (id, account_id, purpose, field, address, due_at)
                values (:id, :key, :purpose, :field, :address, greatest(now(), (
                    select max(made_at) + make_interval(secs => :pause) from cuenta.proof
                    where account_id = :key and purpose = :purpose)))
                on conflict (account_id, purpose, field, address)
                    do update set due_at = least(m.due_at, excluded.due_at), attempts = 0""")
                .param("id", UuidCreator.getTimeOrderedEpoch())
                .param("key", work.keys().of(account))
                .param("purpose", spelt(purpose))
                .param("field", field.toString())
                .param("address", address)
                .param("pause", PAUSE_SECONDS)
                .update();
    }

    /** The next that is due; nobody else gets it before the transaction ends. */
    public Optional<Message> next() {
        return work.sql()
                .sql(
                        "select m.id, " + work.revision().shape().idOf("m.account_id")
                                + " as account, purpose, field, address, attempts from cuenta.message m where due_at <= now() order by due_at limit 1 for update of m skip locked")
                .query((row, index) -> new Message(
                        row.getObject("id", UUID.class),
                        new AccountId(row.getString("account")),
                        Message.Purpose.valueOf(row.getString("purpose").toUpperCase(Locale.ROOT)),
                        FieldPath.parse(row.getString("field")),
                        row.getString("address"),
                        row.getInt("attempts")))
                .optional();
    }

    public void done(UUID id) {
        work.sql().sql("delete from cuenta.message where id = ?").param(id).update();
    }

    /** It could not be sent: again after a while. */
    public void postpone(UUID id, Duration wait) {
        work.sql()
                .sql(
                        "update cuenta.message set attempts = attempts + 1, due_at = now() + make_interval(secs => ?) where id = ?")
                .params((double) wait.toSeconds(), id)
                .update();
    }

    static String spelt(Message.Purpose purpose) {
        return purpose.name().toLowerCase(Locale.ROOT);
    }
}
