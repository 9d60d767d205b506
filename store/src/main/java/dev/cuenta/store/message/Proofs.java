package dev.cuenta.store.message;

import dev.cuenta.core.account.AccountId;
import dev.cuenta.core.model.Field;
import dev.cuenta.core.model.FieldPath;
import dev.cuenta.store.live.Work;
import dev.cuenta.store.schema.Shape;
import java.time.Instant;
import java.time.ZoneOffset;
import java.util.List;
import java.util.Optional;

/**
 * What people prove with a token that was sent to them. A token is kept as its hash, is good once, until it is out of date, and
 * only while the field still has the value that it was sent to.
 */
public final class Proofs {
    /** What a token stood for. */
    public record Proven(AccountId account, FieldPath field) {}

    private static final String GOOD = "token_hash = ? and purpose = ? and expires_at > now()";

    private final Work work;

    public Proofs(Work work) {
        this.work = work;
    }

    /** The last token of a purpose counts. */
    public void expect(AccountId account, Message.Purpose purpose, Field field, byte[] tokenHash, Instant until) {
        work.sql()
                .sql("""
                insert into cuenta.proof (account_id, purpose, field, token_hash, form, expires_at)
                select :key, :purpose, :field, :token, %s, :until from %s v where v.%s = :key
                on conflict (account_id, purpose, field) do update
                    set token_hash = excluded.token_hash, form = excluded.form, made_at = now(), expires_at = excluded.expires_at""".formatted(
                                form(field),
                                Shape.qualified(field.path().profile()),
                                Shape.keyOf(field.path().profile())))
                .param("key", work.keys().of(account))
                .param("purpose", Messages.spelt(purpose))
                .param("field", field.path().toString())
                .param("token", tokenHash)
                .param("until", until.atOffset(ZoneOffset.UTC))
                .update();
    }

    /** What a token stands for, which is still good after that. */
    public Optional<Proven> find(Message.Purpose purpose, byte[] tokenHash) {
        return proven("select " + found() + " from cuenta.proof p where " + GOOD, purpose, tokenHash);
    }

    /** Uses the token up: of two who come with it, the second finds nothing. */
    public Optional<Proven> take(Message.Purpose purpose, byte[] tokenHash) {
        return proven("delete from cuenta.proof p where " + GOOD + " returning " + found(), purpose, tokenHash);
    }

    private String found() {
        return work.revision().shape().idOf("p.account_id") + " as account, field, form";
    }

    private Optional<Proven> proven(String statement, Message.Purpose purpose, byte[] tokenHash) {
        Optional<Taken> taken = work.sql()
                .sql(statement)
                .params(tokenHash, Messages.spelt(purpose))
                .query((row, index) -> new Taken(
                        new AccountId(row.getString("account")), row.getString("field"), row.getString("form")))
                .optional();
        return taken.flatMap(found -> work.revision()
                .model()
                .field(FieldPath.parse(found.field()))
                .filter(field -> stillThere(field, found))
                .map(field -> new Proven(found.account(), field.path())));
    }

    private record Taken(AccountId account, String field, String form) {}

    private boolean stillThere(Field field, Taken taken) {
        return work.sql()
                .sql("select exists (select 1 from "
                        + Shape.qualified(field.path().profile()) + " v where v."
                        + Shape.keyOf(field.path().profile()) + " = ? and "
                        + form(field) + " = ?)")
                .params(work.keys().of(taken.account()), taken.form())
                .query(Boolean.class)
                .single();
    }

    private String form(Field field) {
        return Shape.comparable(
                field, "v." + Shape.quoted(work.revision().shape().columnNow(field)));
    }

    /** Drops what is out of date. */
    public int sweep() {
        return work.sql()
                .sql("delete from cuenta.proof where expires_at < now()")
                .update();
    }

    /** Whether the field's value counts as the owner's own. */
    public boolean isConfirmed(AccountId account, FieldPath field) {
        return work.sql()
                .sql("select exists (select 1 from cuenta.confirmed where account_id = ? and field = ?)")
                .params(work.keys().of(account), field.toString())
                .query(Boolean.class)
                .single();
    }

    /** A value that its owner had confirmed before the account came here. */
    public record Confirmed(AccountId account, FieldPath field, Instant moment) {}

    /** As {@link #confirm}, of accounts that have just been made. */
    public void confirmAll(List<Confirmed> confirmed) {
        if (confirmed.isEmpty()) {
            return;
        }
        work.sql()
                .sql(
                        "insert into cuenta.confirmed (account_id, field, confirmed_at) select cast(v.id as "
                                + work.revision().shape().keyType().sql()
                                + "), v.field, v.moment from unnest(?::text[], ?::text[], ?::timestamptz[]) v (id, field, moment)")
                .params(
                        work.keys()
                                .of(confirmed.stream().map(Confirmed::account).toList()),
                        confirmed.stream().map(each -> each.field().toString()).toArray(String[]::new),
                        confirmed.stream().map(each -> each.moment().toString()).toArray(String[]::new))
                .update();
    }

    /** From now on the field's value counts as the owner's own, until it changes. */
    public void confirm(AccountId account, FieldPath field, Instant now) {
        work.sql()
                .sql("""
                insert into cuenta.confirmed (account_id, field, confirmed_at) values (?, ?, ?)
                on conflict (account_id, field) do update set confirmed_at = excluded.confirmed_at""")
                .params(work.keys().of(account), field.toString(), now.atOffset(ZoneOffset.UTC))
                .update();
    }
}
