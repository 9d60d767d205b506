package dev.cuenta.store.secret;

import dev.cuenta.core.problem.Problem;
import dev.cuenta.core.problem.ProblemKind;
import dev.cuenta.store.database.Connections;
import java.nio.charset.StandardCharsets;
import java.security.MessageDigest;
import java.time.Instant;
import java.time.OffsetDateTime;
import java.util.Base64;
import java.util.HexFormat;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import org.jspecify.annotations.Nullable;
import org.springframework.jdbc.core.simple.JdbcClient;

/**
 * Which keys a database's values are sealed with. An instance that has other keys, because its file is a new one or not the one
 * that the others share, seals nothing here.
 */
public final class KnownKeys {
    private static final byte[] PROOF = "cuenta secret key".getBytes(StandardCharsets.UTF_8);

    private static final Map<String, String> HASHES = Map.of(
            "passwords", "from cuenta.credential where hash like ?",
            "former passwords", "from cuenta.former_password where hash like ?",
            "archived passwords", "from cuenta.archived where coalesce(password, records::text) like ?");

    /**
     * A key without what it is.
     *
     * @param retiredAt since when no value is sealed with it; null while some are
     */
    public record Known(
            String id, Instant addedAt, @Nullable Instant retiredAt) {}

    /** What keys are for. */
    private enum Purpose {
        SECRET("The secret values of this database are sealed with the key ", "secret keys"),
        PEPPER("Passwords of this database are hashed with the pepper ", "peppers");

        private final String madeWith;
        private final String file;

        Purpose(String madeWith, String file) {
            this.madeWith = madeWith;
            this.file = file;
        }

        String word() {
            return name().toLowerCase(Locale.ROOT);
        }
    }

    private final Connections connections;
    private final Purpose purpose;

    public KnownKeys(Connections connections) {
        this(connections, Purpose.SECRET);
    }

    private KnownKeys(Connections connections, Purpose purpose) {
        this.connections = connections;
        this.purpose = purpose;
    }

    /** Those that go into hashes of passwords. */
    public KnownKeys peppers() {
        return new KnownKeys(connections, Purpose.PEPPER);
    }

    /** Lets one instance after the other change the file of the keys. */
    public void alone(Runnable change) {
        connections.inTurn("cuenta key file " + purpose.word(), sql -> change.run());
    }

    public List<Known> list() {
        return connections.each(sql -> sql.sql(
                        "select * from cuenta.secret_key where purpose = ? order by added_at, id")
                .param(purpose.word())
                .query((row, index) -> {
                    OffsetDateTime retired = row.getObject("retired_at", OffsetDateTime.class);
                    return new Known(
                            row.getString("id"),
                            row.getObject("added_at", OffsetDateTime.class).toInstant(),
                            retired == null ? null : retired.toInstant());
                })
                .list());
    }

    /**
     * Takes the keys for this database's, if they are: those that sealed its values are all among them.
     *
     * @throws Problem UNAVAILABLE when one of them is missing
     */
    public void acknowledge(List<SecretKey> keys) {
        Map<String, byte[]> proofs = new LinkedHashMap<>();
        keys.forEach(key -> proofs.put(key.id(), key.mac(PROOF)));
        if (!areKnown(proofs)) {
            connections.together(sql -> acknowledge(proofs, sql));
        }
    }

    /** Whether nothing is to be noted, and nothing missing: asked whenever somebody asks whether the service is well. */
    private boolean areKnown(Map<String, byte[]> proofs) {
        return connections.each(sql -> {
            boolean noted = sql.sql("select count(*) from cuenta.secret_key where id = any(?)")
                            .param(proofs.keySet().toArray(String[]::new))
                            .query(Integer.class)
                            .single()
                    == proofs.size();
            return noted
                    && inUse(sql).entrySet().stream()
                            .allMatch(key -> MessageDigest.isEqual(key.getValue(), proofs.get(key.getKey())));
        });
    }

    private int acknowledge(Map<String, byte[]> proofs, JdbcClient sql) {
        sql.sql("select pg_advisory_xact_lock(hashtextextended('cuenta secret keys', 0))")
                .query(row -> {});
        inUse(sql).forEach((id, proof) -> {
            if (!MessageDigest.isEqual(proof, proofs.get(id)) && !isGone(id, sql)) {
                throw Problem.of(
                        ProblemKind.UNAVAILABLE,
                        purpose.madeWith + id + ", which is not in the file of " + purpose.file
                                + " here. Use the file of the other instances, or the copy of it in which a line begins with "
                                + id + ". What would be lost without it: cuenta secrets losses");
            }
        });
        proofs.forEach((id, proof) -> sql.sql(
                        "insert into cuenta.secret_key (id, proof, purpose) values (?, ?, ?) on conflict (id) do nothing")
                .params(id, proof, purpose.word())
                .update());
        return proofs.size();
    }

    /** A pepper whose line was taken out after the last hash with it was renewed. */
    private boolean isGone(String id, JdbcClient sql) {
        boolean gone = purpose == Purpose.PEPPER && !isHashedWith(id, sql);
        if (gone) {
            sql.sql("update cuenta.secret_key set retired_at = now() where id = ?")
                    .param(id)
                    .update();
        }
        return gone;
    }

    /** What nobody could open or verify any more without the key: how much, by what it is. */
    public Map<String, Long> losses(String id) {
        return connections.each(sql -> purpose == Purpose.SECRET ? Resealing.sealedWith(id, sql) : hashedWith(id, sql));
    }

    /** A password that an archived account had counts too. */
    private static Map<String, Long> hashedWith(String id, JdbcClient sql) {
        Map<String, Long> counts = new LinkedHashMap<>();
        HASHES.forEach((what, hashes) -> counts.put(
                what,
                sql.sql("select count(*) " + hashes)
                        .param(spelt(id))
                        .query(Long.class)
                        .single()));
        return counts;
    }

    /** Ends at the first that it finds. */
    private static boolean isHashedWith(String id, JdbcClient sql) {
        boolean any = sql.sql("select to_regclass('cuenta.credential') is not null")
                .query(Boolean.class)
                .single(); // the table comes with the first revision
        return any
                && HASHES.values().stream()
                        .anyMatch(hashes -> sql.sql("select exists (select 1 " + hashes + ")")
                                .param(spelt(id))
                                .query(Boolean.class)
                                .single());
    }

    /** As a PHC string has it. */
    private static String spelt(String id) {
        return "%,keyid="
                + Base64.getEncoder()
                        .withoutPadding()
                        .encodeToString(HexFormat.of().parseHex(id)) + "$%";
    }

    private Map<String, byte[]> inUse(JdbcClient sql) {
        Map<String, byte[]> proofs = new LinkedHashMap<>();
        sql.sql("select id, proof from cuenta.secret_key where retired_at is null and purpose = ?")
                .param(purpose.word())
                .query(row -> {
                    proofs.put(row.getString("id"), row.getBytes("proof"));
                });
        return proofs;
    }

    /** No value is sealed with any other key than this one. */
    void retireOthers(String current) {
        connections.each(sql -> sql.sql(
                        "update cuenta.secret_key set retired_at = now() where id <> ? and retired_at is null and purpose = ?")
                .params(current, purpose.word())
                .update());
    }
}
