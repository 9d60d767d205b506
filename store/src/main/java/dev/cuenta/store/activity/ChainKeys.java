package dev.cuenta.store.activity;

import dev.cuenta.core.problem.Problem;
import dev.cuenta.core.problem.ProblemKind;
import dev.cuenta.store.secret.SecretKey;
import dev.cuenta.store.secret.SecretKeys;
import java.nio.charset.StandardCharsets;
import java.security.MessageDigest;
import java.security.NoSuchAlgorithmException;
import java.util.ArrayList;
import java.util.HexFormat;
import java.util.List;
import java.util.Optional;
import org.jspecify.annotations.Nullable;
import org.springframework.jdbc.core.simple.JdbcClient;

/**
 * The keys under which the chain is made. After which position each counts stands in the database, with a proof that only the key
 * makes: no link after the first of them is good without one.
 */
final class ChainKeys {
    private record Known(String id, long position, String proof) {}

    private final SecretKeys keys;
    private final List<Known> known;

    private ChainKeys(SecretKeys keys, List<Known> known) {
        this.keys = keys;
        this.known = known;
    }

    static ChainKeys read(SecretKeys keys, JdbcClient sql) {
        return new ChainKeys(
                keys,
                new ArrayList<>(sql.sql("select id, position, proof from cuenta.activity_key order by position, id")
                        .query((row, index) -> new Known(row.getString(1), row.getLong(2), row.getString(3)))
                        .list()));
    }

    /**
     * The one for the next link.
     *
     * @param last the position after which it counts, if it is new
     * @throws Problem UNAVAILABLE where the chain was made with keys that are not at hand, or its keys were taken out of it
     */
    SecretKey current(long last, JdbcClient sql) {
        boolean other = !known.isEmpty() && known.stream().noneMatch(this::isProven);
        if (other) {
            throw Problem.of(
                    ProblemKind.UNAVAILABLE,
                    "The chain of activity is made with the key "
                            + known.get(known.size() - 1).id()
                            + ", which is not in the file of activity keys here. Use the file of the other instances, or a copy of it.");
        }
        if (isForgotten()) {
            throw Problem.of(
                    ProblemKind.UNAVAILABLE,
                    "There is a file of activity keys, and the database knows none of them: they were taken out of it, or it is an older"
                            + " copy. Look at: cuenta activity verify. To begin a chain with another key, move the file away.");
        }
        SecretKey current = keys.current();
        if (known.stream().noneMatch(it -> it.id().equals(current.id()))) {
            Known added = new Known(current.id(), last, proof(current, last));
            sql.sql("insert into cuenta.activity_key (id, position, proof) values (?, ?, ?)")
                    .params(added.id(), added.position(), added.proof())
                    .update();
            known.add(added);
        }
        return current;
    }

    /** Whether keys were taken out of the database: with none, whoever owns the tables could bind everything anew without one. */
    boolean isForgotten() {
        return known.isEmpty() && !keys.all().isEmpty();
    }

    /** Why a link at that position cannot have been made with a key of that id, or with none; empty where it can. */
    Optional<String> fault(long position, @Nullable String id) {
        if (id == null) {
            boolean early =
                    known.isEmpty() || known.stream().filter(this::isProven).allMatch(it -> position <= it.position());
            return early ? Optional.empty() : Optional.of("it is bound without a key");
        }
        boolean good = known.stream().anyMatch(it -> it.id().equals(id) && position > it.position() && isProven(it));
        return good ? Optional.empty() : Optional.of("it is bound with a key that is not at hand here: " + id);
    }

    @Nullable
    SecretKey find(@Nullable String id) {
        return id == null ? null : keys.find(id).orElse(null);
    }

    private boolean isProven(Known it) {
        return keys.find(it.id())
                .filter(key -> MessageDigest.isEqual(
                        proof(key, it.position()).getBytes(StandardCharsets.US_ASCII),
                        it.proof().getBytes(StandardCharsets.US_ASCII)))
                .isPresent();
    }

    private static String proof(SecretKey key, long position) {
        byte[] text = ("cuenta activity from " + position).getBytes(StandardCharsets.UTF_8);
        return HexFormat.of().formatHex(key.mac(text));
    }

    /**
     * What binds an entry.
     *
     * @param key null for SHA-256 alone, as earlier versions had it
     */
    static byte[] digest(byte[] text, @Nullable SecretKey key) {
        try {
            return key == null ? MessageDigest.getInstance("SHA-256").digest(text) : key.mac(text);
        } catch (NoSuchAlgorithmException everyPlatformHasIt) {
            throw new IllegalStateException(everyPlatformHasIt);
        }
    }
}
