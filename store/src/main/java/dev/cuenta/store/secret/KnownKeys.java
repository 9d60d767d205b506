package dev.cuenta.store.secret;

import dev.cuenta.core.problem.Problem;
import dev.cuenta.core.problem.ProblemKind;
import dev.cuenta.store.database.Connections;
import java.nio.charset.StandardCharsets;
import java.security.GeneralSecurityException;
import java.security.MessageDigest;
import java.time.Instant;
import java.time.OffsetDateTime;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import javax.crypto.Mac;
import javax.crypto.spec.SecretKeySpec;
import org.jspecify.annotations.Nullable;
import org.springframework.jdbc.core.simple.JdbcClient;

/**
 * Which keys a database's values are sealed with. An instance that has other keys, because its file is a new one or not the one
 * that the others share, seals nothing here.
 */
public final class KnownKeys {
    private static final byte[] PROOF = "cuenta secret key".getBytes(StandardCharsets.UTF_8);

    /**
     * A key without what it is.
     *
     * @param retiredAt since when no value is sealed with it; null while some are
     */
    public record Known(
            String id, Instant addedAt, @Nullable Instant retiredAt) {}

    private final Connections connections;

    public KnownKeys(Connections connections) {
        this.connections = connections;
    }

    public List<Known> list() {
        return connections.each(sql -> sql.sql("select * from cuenta.secret_key order by added_at, id")
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
        keys.forEach(key -> proofs.put(key.id(), proof(key)));
        connections.together(sql -> {
            sql.sql("select pg_advisory_xact_lock(hashtextextended('cuenta secret keys', 0))")
                    .query(row -> {});
            inUse(sql).forEach((id, proof) -> {
                if (!MessageDigest.isEqual(proof, proofs.get(id))) {
                    throw Problem.of(
                            ProblemKind.UNAVAILABLE,
                            "The secret values of this database are sealed with the key " + id
                                    + ", which is not in the file of secret keys here. Use the file of the other instances.");
                }
            });
            proofs.forEach((id, proof) -> sql.sql(
                            "insert into cuenta.secret_key (id, proof) values (?, ?) on conflict (id) do nothing")
                    .params(id, proof)
                    .update());
            return proofs.size();
        });
    }

    private static Map<String, byte[]> inUse(JdbcClient sql) {
        Map<String, byte[]> proofs = new LinkedHashMap<>();
        sql.sql("select id, proof from cuenta.secret_key where retired_at is null")
                .query(row -> {
                    proofs.put(row.getString("id"), row.getBytes("proof"));
                });
        return proofs;
    }

    /** No value is sealed with any other key than this one. */
    void retireOthers(String current) {
        connections.each(
                sql -> sql.sql("update cuenta.secret_key set retired_at = now() where id <> ? and retired_at is null")
                        .param(current)
                        .update());
    }

    private static byte[] proof(SecretKey key) {
        try {
            Mac mac = Mac.getInstance("HmacSHA256");
            mac.init(new SecretKeySpec(key.key().getEncoded(), "HmacSHA256"));
            return mac.doFinal(PROOF);
        } catch (GeneralSecurityException everyPlatformHasIt) {
            throw new IllegalStateException(everyPlatformHasIt);
        }
    }
}
