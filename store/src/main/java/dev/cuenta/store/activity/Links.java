package dev.cuenta.store.activity;

import dev.cuenta.core.activity.Chain;
import dev.cuenta.core.activity.Entry;
import dev.cuenta.store.database.Connections;
import dev.cuenta.store.secret.SecretKey;
import dev.cuenta.store.secret.SecretKeys;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.time.Instant;
import java.time.OffsetDateTime;
import java.util.ArrayList;
import java.util.HexFormat;
import java.util.List;
import java.util.Optional;
import org.jspecify.annotations.Nullable;
import org.springframework.jdbc.core.simple.JdbcClient;

/** The chain over all entries: what makes it longer, follows it, and takes its beginning away when its time has come. */
public final class Links {
    private static final int BATCH = 1000;
    private static final int SHOWN = 20;

    /**
     * What following the chain told.
     *
     * @param entries how many it holds
     * @param waiting how many are not in it yet
     * @param first the position at which it begins; later than 1 where old entries went
     * @param last its last link in hexadecimal, to be noted elsewhere; empty where there is none
     * @param faults what does not fit, at most twenty; empty where all is well
     */
    public record Report(long entries, long waiting, long first, String last, List<Fault> faults) {}

    /** One place where the chain does not fit. */
    public record Fault(long position, long entry, String what) {}

    private final Connections connections;
    private final SecretKeys keys;

    /** @param keys under which the chain is made, outside of the database */
    public Links(Connections connections, SecretKeys keys) {
        this.connections = connections;
        this.keys = keys;
    }

    /** Takes up what was added since. Called by one instance at a time. */
    public void carryOn() {
        while (connections.together(this::linkBatch) == BATCH) {
            // There is more.
        }
    }

    private int linkBatch(JdbcClient sql) {
        List<Entry> added = sql.sql("select " + Activity.COLUMNS + " from cuenta.activity where number in"
                        + " (select entry from cuenta.activity_unlinked order by entry limit ?) order by number")
                .param(BATCH)
                .query((row, index) -> Activity.read(row, 1))
                .list();
        if (added.isEmpty()) {
            return 0;
        }
        Link last = sql.sql(
                        "select position, entry, link, key_id from cuenta.activity_link order by position desc limit 1")
                .query(Links::link)
                .optional()
                .orElse(Link.BEGIN);
        List<Link> links = new ArrayList<>();
        SecretKey key = ChainKeys.read(keys, sql).current(last.position(), sql);
        for (Entry entry : added) {
            last = last.followedBy(entry, key.id(), key);
            links.add(last);
        }
        sql.sql(
                        "insert into cuenta.activity_link (position, entry, link, key_id) select position, entry, decode(link, 'hex'), ? from"
                                + " unnest(cast(? as bigint[]), cast(? as bigint[]), cast(? as text[])) as l (position, entry, link)")
                .params(
                        key.id(),
                        links.stream().map(Link::position).toArray(Long[]::new),
                        links.stream().map(Link::entry).toArray(Long[]::new),
                        links.stream().map(Link::hash).toArray(String[]::new))
                .update();
        sql.sql("delete from cuenta.activity_unlinked where entry = any(?)")
                .param(links.stream().map(Link::entry).toArray(Long[]::new))
                .update();
        return links.size();
    }

    /** A link as it is kept; its hash in hexadecimal. */
    private record Link(
            long position,
            long entry,
            String hash,
            @Nullable String key) {
        private static final Link BEGIN = new Link(0, 0, HexFormat.of().formatHex(Chain.begin()), null);

        Link followedBy(Entry next, @Nullable String id, @Nullable SecretKey secret) {
            byte[] link = ChainKeys.digest(Chain.text(HexFormat.of().parseHex(hash), next), secret);
            return new Link(position + 1, next.number(), HexFormat.of().formatHex(link), id);
        }
    }

    private static Link link(ResultSet row, int index) throws SQLException {
        return new Link(row.getLong(1), row.getLong(2), HexFormat.of().formatHex(row.getBytes(3)), row.getString(4));
    }

    /** A link with the entry that it stands for; null where that is gone. */
    private record Place(Link link, @Nullable Entry found) {}

    /** Follows the chain from its beginning. */
    public Report verify() {
        return connections.together(sql -> {
            Follower follower = new Follower(ChainKeys.read(keys, sql));
            List<Place> page;
            do {
                page = page(sql, follower.last.position());
                page.forEach(follower::follow);
            } while (page.size() == BATCH);
            beside(sql, follower.faults);
            long waiting = sql.sql("select count(*) from cuenta.activity_unlinked")
                    .query(Long.class)
                    .single();
            boolean any = follower.entries > 0;
            return new Report(
                    follower.entries, waiting, follower.first, any ? follower.last.hash() : "", follower.faults);
        });
    }

    private static final class Follower {
        private final ChainKeys keys;
        private final List<Fault> faults = new ArrayList<>();
        private Link last = Link.BEGIN;
        private long entries;
        private long first;

        Follower(ChainKeys keys) {
            this.keys = keys;
            if (keys.isForgotten()) {
                faults.add(new Fault(0, 0, "the keys of the chain were taken out of the database"));
            }
        }

        void follow(Place place) {
            fault(place)
                    .filter(what -> faults.size() < SHOWN)
                    .ifPresent(what -> faults.add(
                            new Fault(place.link().position(), place.link().entry(), what)));
            first = entries == 0 ? place.link().position() : first;
            entries++;
            last = place.link();
        }

        private Optional<String> fault(Place place) {
            if (place.found() == null) {
                return Optional.of("the entry is gone");
            }
            Optional<String> otherKey =
                    keys.fault(place.link().position(), place.link().key());
            if (otherKey.isPresent()) {
                return otherKey;
            }
            if (entries == 0 && place.link().position() > 1) {
                return Optional.empty(); // what came before went by its age; nothing is left to hold this one against
            }
            if (place.link().position() != last.position() + 1) {
                return Optional.of("links are missing before it");
            }
            String key = place.link().key();
            return last.followedBy(place.found(), key, keys.find(key))
                            .hash()
                            .equals(place.link().hash())
                    ? Optional.empty()
                    : Optional.of("the entry, or what is before it, was changed");
        }
    }

    private static List<Place> page(JdbcClient sql, long after) {
        return sql.sql(
                        "select position, entry, link, key_id, e.* from (select * from cuenta.activity_link where position > ?"
                                + " order by position limit ?) l left join lateral (select " + Activity.COLUMNS
                                + " from cuenta.activity where number = l.entry) e on true order by position")
                .params(after, BATCH)
                .query((row, index) ->
                        new Place(link(row, index), row.getObject(5) == null ? null : Activity.read(row, 5)))
                .list();
    }

    private static void beside(JdbcClient sql, List<Fault> faults) {
        sql.sql("""
                select number from cuenta.activity e where not exists (select from cuenta.activity_link where entry = e.number)
                    and not exists (select from cuenta.activity_unlinked where entry = e.number) order by number limit ?""")
                .param(SHOWN)
                .query(Long.class)
                .list()
                .forEach(number -> faults.add(new Fault(0, number, "the entry was put in beside the chain")));
    }

    /**
     * Takes away the entries from before that moment, from the beginning of the chain; tells how many. The last link stays
     * whatever its age, so that the next one follows it.
     */
    public long prune(Instant before) {
        long gone = 0;
        int batch;
        do {
            batch = connections.together(sql -> pruneBatch(sql, before));
            gone += batch;
        } while (batch == BATCH);
        return gone;
    }

    private record Old(long position, long entry, Instant at) {}

    private static int pruneBatch(JdbcClient sql, Instant before) {
        List<Old> oldest = sql.sql("""
                select l.position, l.entry, e.at from cuenta.activity_link l left join cuenta.activity e on e.number = l.entry
                where l.position < (select max(position) from cuenta.activity_link) order by l.position limit ?""")
                .param(BATCH)
                .query((row, index) -> new Old(
                        row.getLong(1),
                        row.getLong(2),
                        Optional.ofNullable(row.getObject(3, OffsetDateTime.class))
                                .map(OffsetDateTime::toInstant)
                                .orElse(Instant.MAX)))
                .list();
        int gone = 0;
        for (Old old : oldest) {
            if (!old.at().isBefore(before)) {
                break;
            }
            sql.sql("delete from cuenta.activity where number = ?")
                    .param(old.entry())
                    .update();
            sql.sql("delete from cuenta.activity_link where position = ?")
                    .param(old.position())
                    .update();
            gone++;
        }
        return gone;
    }
}
