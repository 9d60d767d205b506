package dev.cuenta.store.message;

import com.github.f4b6a3.uuid.UuidCreator;
import dev.cuenta.core.account.AccountId;
import dev.cuenta.core.model.FieldPath;
import dev.cuenta.store.live.Work;
import java.time.Duration;
import java.time.Instant;
import java.time.OffsetDateTime;
import java.time.ZoneOffset;
import java.util.Collection;
import java.util.Locale;
import java.util.Optional;
import java.util.UUID;
import org.jspecify.annotations.Nullable;
import org.springframework.jdbc.core.simple.JdbcClient;

/** Messages that are to be sent, in the order in which they came due. They are asked for in the transaction that needs them. */
public final class Messages {
    static final double PAUSE_SECONDS = 30;
    /** Longer than a letter takes on any way. */
    private static final double CLAIM_SECONDS = 120;

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
                    do update set due_at = least(m.due_at, excluded.due_at), attempts = 0, put_aside_at = null""")
                .param("id", UuidCreator.getTimeOrderedEpoch())
                .param("key", work.keys().of(account))
                .param("purpose", spelt(purpose))
                .param("field", field.toString())
                .param("address", address)
                .param("pause", PAUSE_SECONDS)
                .update();
    }

    /**
     * Claims the next that is due: nobody else gets it before the claim lapses. What it says is made and sent after that.
     *
     * @param fields those whose values are addresses of the way on which it goes
     */
    public Optional<Message> claim(Collection<FieldPath> fields) {
        return work.sql()
                .sql("""
                update cuenta.message m set claimed_until = now() + make_interval(secs => :claim), attempts = attempts + 1
                where id = (select id from cuenta.message
                    where due_at <= now() and put_aside_at is null and coalesce(claimed_until, now()) <= now() and field = any(:fields)
                    order by due_at limit 1 for update skip locked)
                returning m.id, %s as account, purpose, field, address, attempts, claimed_until""".formatted(work.revision().shape().idOf("m.account_id")))
                .param("claim", CLAIM_SECONDS)
                .param("fields", fields.stream().map(FieldPath::toString).toArray(String[]::new))
                .query((row, index) -> new Message(
                        row.getObject("id", UUID.class),
                        new AccountId(row.getString("account")),
                        Message.Purpose.valueOf(row.getString("purpose").toUpperCase(Locale.ROOT)),
                        FieldPath.parse(row.getString("field")),
                        row.getString("address"),
                        row.getInt("attempts"),
                        row.getObject("claimed_until", OffsetDateTime.class).toInstant()))
                .optional();
    }

    /** It went out, or there is nobody to send it to any more. */
    public void done(Message message) {
        int removed = ofClaim(message, "delete from cuenta.message where %s and attempts = :attempts")
                .update();
        if (removed == 0) {
            ofClaim(message, "update cuenta.message set claimed_until = null where %s")
                    .update();
        }
    }

    /** It could not be sent: again after a while. */
    public void postpone(Message message, Duration wait) {
        giveBack(message, "due_at", "now() + make_interval(secs => %d)".formatted(wait.toSeconds()));
    }

    /** It is not tried any more, until somebody asks for it again. */
    public void putAside(Message message) {
        giveBack(message, "put_aside_at", "now()");
    }

    /** What was asked for since it was claimed begins its tries anew: it keeps the moment at which it is due, and does not wait for the claim to lapse. */
    private void giveBack(Message message, String column, String value) {
        ofClaim(
                        message,
                        "update cuenta.message set claimed_until = null, " + column
                                + " = case attempts when :attempts then " + value + " else " + column + " end where %s")
                .update();
    }

    /** Whose claim has lapsed and is another's now marks nothing. */
    private JdbcClient.StatementSpec ofClaim(Message message, String statement) {
        return work.sql()
                .sql(statement.formatted("id = :id and claimed_until = :claim"))
                .param("id", message.id())
                .param("claim", message.claimedUntil().atOffset(ZoneOffset.UTC))
                .param("attempts", message.attempts());
    }

    /**
     * What there is to send.
     *
     * @param oldest since when the one is due that waits longest; null where none is
     * @param putAside how many are not tried any more
     */
    public record Outbox(long due, @Nullable Instant oldest, long putAside) {}

    /** What is to be sent, and what was given up. */
    public static Outbox outbox(JdbcClient sql) {
        return sql.sql("""
                select count(*) filter (where put_aside_at is null and due_at <= now()) as due,
                    min(due_at) filter (where put_aside_at is null and due_at <= now()) as oldest,
                    count(put_aside_at) as aside from cuenta.message""")
                .query((row, index) -> new Outbox(
                        row.getLong("due"),
                        Optional.ofNullable(row.getObject("oldest", OffsetDateTime.class))
                                .map(OffsetDateTime::toInstant)
                                .orElse(null),
                        row.getLong("aside")))
                .single();
    }

    /** Tries those again that were put aside; says how many there are. */
    public int tryAgain() {
        return work.sql()
                .sql(
                        "update cuenta.message set put_aside_at = null, attempts = 0, due_at = now() where put_aside_at is not null")
                .update();
    }

    static String spelt(Message.Purpose purpose) {
        return purpose.name().toLowerCase(Locale.ROOT);
    }
}
