package dev.cuenta.store.token;

import dev.cuenta.store.live.Work;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.time.Duration;
import java.time.OffsetDateTime;
import java.util.List;
import java.util.Optional;

/**
 * The keys that sign tokens, by the database's clock. Each is published a while before it signs, and a while after another one has
 * taken over, so that whoever keeps the published ones for a moment never lacks one.
 */
public final class SigningKeys {
    private final Work work;

    public SigningKeys(Work work) {
        this.work = work;
    }

    /** Those that are published, oldest first. */
    public List<SigningKey> published() {
        return work.sql()
                .sql("select id, public_key, signs_from from cuenta.signing_key order by signs_from, id")
                .query(SigningKeys::read)
                .list();
    }

    /** The one that signs now; empty before there is any. */
    public Optional<SigningKey> signing() {
        return work.sql().sql("""
                select id, public_key, signs_from from cuenta.signing_key where signs_from <= now()
                order by signs_from desc, id desc limit 1""").query(SigningKeys::read).optional();
    }

    /** One that is published and does not sign yet. */
    public Optional<SigningKey> toCome() {
        return work.sql().sql("""
                select id, public_key, signs_from from cuenta.signing_key where signs_from > now()
                order by signs_from limit 1""").query(SigningKeys::read).optional();
    }

    private static SigningKey read(ResultSet row, int index) throws SQLException {
        return new SigningKey(
                row.getString("id"),
                row.getString("public_key"),
                row.getObject("signs_from", OffsetDateTime.class).toInstant());
    }

    /** What the key signs with, unsealed. */
    public String secretOf(String id) {
        byte[] sealed = work.sql()
                .sql("select private_key from cuenta.signing_key where id = ?")
                .param(id)
                .query(byte[].class)
                .single();
        return work.secrets().openText(id, sealed);
    }

    /**
     * Adds a key.
     *
     * @param secret the whole JSON Web Key; it is sealed with the keys of secret values
     * @param lead how long it is published before it signs
     */
    public void add(String id, String publicKey, String secret, Duration lead) {
        work.sql()
                .sql("""
                insert into cuenta.signing_key (id, public_key, private_key, signs_from)
                values (?, ?, ?, now() + make_interval(secs => ?))""")
                .params(id, publicKey, work.secrets().sealText(id, secret), seconds(lead))
                .update();
    }

    /** One instance at a time adds keys, to the end of the transaction. */
    public void lock() {
        work.sql()
                .sql("select pg_advisory_xact_lock(hashtextextended('cuenta signing keys', 0))")
                .query(row -> {});
    }

    /** Whether the newest key is older than that. */
    public boolean olderThan(Duration age) {
        return work.sql()
                .sql(
                        "select coalesce(max(signs_from) < now() - make_interval(secs => ?), false) from cuenta.signing_key")
                .param(seconds(age))
                .query(Boolean.class)
                .single();
    }

    /** Drops keys after which another one has signed for so long. */
    public int sweep(Duration kept) {
        return work.sql().sql("""
                delete from cuenta.signing_key k where exists (
                    select 1 from cuenta.signing_key next
                    where next.signs_from > k.signs_from and next.signs_from < now() - make_interval(secs => ?))""").param(seconds(kept)).update();
    }

    private static double seconds(Duration duration) {
        return duration.toMillis() / 1000.0;
    }
}
