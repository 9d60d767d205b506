package dev.cuenta.store.session;

import dev.cuenta.store.database.Connections;
import java.time.Duration;
import java.util.Optional;

/**
 * Passwords that were tried. After a few failures in a row each further try has to wait, twice as long each time, for a quarter of
 * an hour at most; what nobody tries for an hour is forgotten. All instances count together.
 */
public final class Attempts {
    private static final String STALE = "a.last_at < now() - interval '1 hour'";
    /** Longer than any try takes. */
    private static final String LAPSED = "a.begun_at < now() - interval '1 minute'";

    private final Connections connections;

    public Attempts(Connections connections) {
        this.connections = connections;
    }

    /**
     * Begins a try, whose {@linkplain #failed outcome} is not known yet. Of many that come at once no more are under way than
     * failures are free.
     *
     * @param free how many failures cost nothing, however close to one another
     * @return empty if the try may be made; how long to wait otherwise, zero where nothing but those under way are before it
     */
    public Optional<Duration> begin(byte[] subject, int free) {
        boolean let = connections.each(sql -> sql.sql("""
                        insert into cuenta.attempt as a (subject, failures, under_way) values (:subject, 0, 1)
                        on conflict (subject) do update
                            set failures = case when %1$s then 0 else a.failures end,
                                under_way = case when %2$s then 1 else a.under_way + 1 end,
                                begun_at = now()
                            where (%1$s or a.failures < :free or a.last_at + cuenta.attempt_pause(a.failures, :free) <= now())
                                and (%2$s or a.under_way < greatest(1, :free - a.failures))
                        returning true""".formatted(STALE, LAPSED))
                .param("subject", subject)
                .param("free", free)
                .query(Boolean.class)
                .optional()
                .isPresent());
        return let ? Optional.empty() : wait(subject, free).or(() -> Optional.of(Duration.ZERO));
    }

    /** Ends a try that came to nothing, through no fault of whoever made it. */
    public void release(byte[] subject) {
        connections.each(
                sql -> sql.sql("update cuenta.attempt set under_way = greatest(0, under_way - 1) where subject = ?")
                        .param(subject)
                        .update());
    }

    /** How long to wait before the next try. */
    public Optional<Duration> wait(byte[] subject, int free) {
        return connections
                .each(sql -> sql.sql("""
                        select ceil(extract(epoch from a.last_at + cuenta.attempt_pause(failures, :free) - now()))
                        from cuenta.attempt a where subject = :subject and not %s""".formatted(STALE))
                        .param("subject", subject)
                        .param("free", free)
                        .query(Double.class)
                        .optional())
                .filter(seconds -> seconds > 0)
                .map(seconds -> Duration.ofSeconds(seconds.longValue()));
    }

    /** Ends a try, if one was begun, and counts it as a failure; says how many there were in a row. */
    public int failed(byte[] subject) {
        return connections.each(sql -> sql.sql("""
                insert into cuenta.attempt as a (subject, failures) values (:subject, 1)
                on conflict (subject) do update
                    set failures = case when %s then 1 else a.failures + 1 end, last_at = now(),
                        under_way = greatest(0, a.under_way - 1)
                returning failures""".formatted(STALE))
                .param("subject", subject)
                .query(Integer.class)
                .single());
    }

    public void forget(byte[] subject) {
        connections.each(sql -> sql.sql("delete from cuenta.attempt where subject = ?")
                .param(subject)
                .update());
    }

    /** Remembers from where somebody came in. */
    public void remember(byte[] subject) {
        connections.each(sql -> sql.sql("""
                insert into cuenta.familiar (subject) values (?)
                on conflict (subject) do update set last_at = now()""").param(subject).update());
    }

    /** Whether somebody came in from there within ninety days. */
    public boolean remembers(byte[] subject) {
        return connections.each(sql -> sql.sql(
                        "select exists (select 1 from cuenta.familiar where subject = ? and last_at > now() - interval '90 days')")
                .param(subject)
                .query(Boolean.class)
                .single());
    }

    public void sweep() {
        connections.each(sql -> sql.sql("delete from cuenta.attempt a where " + STALE + " and " + LAPSED)
                .update());
        connections.each(sql -> sql.sql("delete from cuenta.familiar where last_at < now() - interval '90 days'")
                .update());
    }
}
