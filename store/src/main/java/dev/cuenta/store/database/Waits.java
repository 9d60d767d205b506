package dev.cuenta.store.database;

import java.time.Instant;
import java.time.OffsetDateTime;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.jspecify.annotations.Nullable;

/** Which statements wait for locks of the database just now, and who holds these. */
public final class Waits {
    /**
     * Somebody who waits for somebody else.
     *
     * @param process of the one who waits, in the database
     * @param since null where the asking login may not know
     * @param holder process of the one who is waited for
     * @param user whose login holds it
     * @param program as it calls itself; may be empty
     */
    public record Wait(int process, @Nullable Instant since, int holder, String user, String program) {}

    private final List<Connections> logins;

    /** @param logins each sees since when its own statements wait */
    public Waits(List<Connections> logins) {
        this.logins = List.copyOf(logins);
    }

    /** At most a hundred. */
    public List<Wait> now() {
        Map<List<Integer>, Wait> found = new LinkedHashMap<>();
        for (Connections login : logins) {
            read(login)
                    .forEach(wait -> found.merge(
                            List.of(wait.process(), wait.holder()),
                            wait,
                            (one, other) -> one.since() == null ? other : one));
        }
        return List.copyOf(found.values());
    }

    private static List<Wait> read(Connections login) {
        return login.each(sql -> sql.sql("""
                        select a.pid, a.query_start, h.pid as holder, h.usename, h.application_name
                        from pg_stat_activity a cross join lateral unnest(pg_blocking_pids(a.pid)) b (pid)
                            join pg_stat_activity h on h.pid = b.pid
                        where a.datname = current_database() limit 100""")
                .query((row, index) -> new Wait(
                        row.getInt("pid"),
                        Optional.ofNullable(row.getObject("query_start", OffsetDateTime.class))
                                .map(OffsetDateTime::toInstant)
                                .orElse(null),
                        row.getInt("holder"),
                        row.getString("usename"),
                        String.valueOf(row.getString("application_name"))))
                .list());
    }
}
