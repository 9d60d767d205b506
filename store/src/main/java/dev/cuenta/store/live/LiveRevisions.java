package dev.cuenta.store.live;

import dev.cuenta.core.problem.Problem;
import dev.cuenta.core.problem.ProblemKind;
import dev.cuenta.store.database.Connections;
import dev.cuenta.store.schema.Layout;
import dev.cuenta.store.schema.PhysicalNames;
import dev.cuenta.store.schema.Shape;
import dev.cuenta.store.secret.Secrets;
import java.time.Duration;
import java.time.InstantSource;
import java.util.List;
import java.util.Optional;
import java.util.UUID;
import java.util.concurrent.CopyOnWriteArrayList;
import java.util.concurrent.atomic.AtomicReference;
import java.util.function.Function;
import javax.sql.DataSource;
import org.jspecify.annotations.Nullable;

/**
 * The live revision of this instance, swapped without a restart.
 *
 * <p>A request takes the revision that is live when it begins and keeps it to its end, so that it never sees a mixture.
 * {@link #refresh} asks the database which revision is live, has its mapping made beside the present one and swaps the
 * reference; the old one is given back by its last user. What this instance still uses is written to {@code cuenta.instance},
 * where a publish looks before it tidies.
 */
public final class LiveRevisions implements AutoCloseable {
    /** A publish takes an instance for dead that has not reported for five seconds. */
    private static final Duration REPORT_EACH = Duration.ofSeconds(1);

    private final DataSource dataSource;
    private final Connections connections;
    private final Revisions revisions;
    private final Secrets secrets;
    private final InstantSource clock;
    private final UUID instance = UUID.randomUUID();
    private final AtomicReference<@Nullable LiveRevision> current = new AtomicReference<>();
    /** The same revision once its columns have their names: ready before they get them, so that no request waits for it. */
    private @Nullable LiveRevision standby; // guarded by this, as the two below

    private int reported = -1;
    private long reportedAt;

    /** Swapped out but perhaps still in use. */
    private final List<LiveRevision> retired = new CopyOnWriteArrayList<>();

    /**
     * None at first; {@link #refresh} looks for the live one.
     *
     * @param clock tells computed fields what time it is
     */
    public LiveRevisions(
            DataSource dataSource, Connections connections, Revisions revisions, Secrets secrets, InstantSource clock) {
        this.secrets = secrets;
        this.dataSource = dataSource;
        this.connections = connections;
        this.revisions = revisions;
        this.clock = clock;
    }

    /**
     * Runs the use under the live revision.
     *
     * @throws Problem CONFLICT when no model has been published yet
     */
    public <T> T with(Function<LiveRevision, T> use) {
        LiveRevision revision = acquire();
        try {
            return use.apply(revision);
        } finally {
            revision.release();
        }
    }

    private LiveRevision acquire() {
        while (true) {
            LiveRevision revision = current.get();
            if (revision == null) {
                throw Problem.of(
                        ProblemKind.CONFLICT,
                        "No account model is published yet. Publish one: cuenta model publish FILE");
            }
            if (revision.acquire()) {
                return revision;
            }
        }
    }

    /** Tells computed fields what time it is. */
    public InstantSource clock() {
        return clock;
    }

    /** What seals and opens this installation's secret values. */
    public Secrets secrets() {
        return secrets;
    }

    /** Whether there is a live revision at all. */
    public boolean present() {
        return current.get() != null;
    }

    /**
     * Swaps to the live revision of the database if it is another one or its columns got their names, and reports what this
     * instance uses.
     */
    public synchronized void refresh() {
        LiveRevision running = current.get();
        Layout.Live found = connections.each(Layout::live);
        if (running == null
                || found.number() != running.number()
                || !found.layout().equals(running.shape().layout())) {
            revisions
                    .live()
                    .filter(revision -> revision.number() == found.number())
                    .ifPresent(revision -> swap(revision, found.layout()));
        }
        retired.removeIf(revision -> !revision.inUse());
        standBy(found);
        report();
    }

    private void standBy(Layout.Live found) {
        LiveRevision running = current.get();
        boolean owed = !found.layout().names().equals(PhysicalNames.NONE);
        if (standby != null && (!owed || standby.number() != found.number())) {
            standby.release();
            standby = null;
        }
        if (running != null && owed && standby == null) {
            standby = revision(running.revision(), found.layout().settled());
        }
    }

    private void swap(Revision revision, Layout layout) {
        LiveRevision ready = standby;
        LiveRevision next;
        if (ready != null
                && ready.number() == revision.number()
                && ready.shape().layout().equals(layout)) {
            standby = null;
            next = ready;
        } else {
            next = revision(revision, layout);
        }
        LiveRevision previous = current.getAndSet(next);
        if (previous != null) {
            retired.add(previous);
            previous.release();
        }
    }

    private LiveRevision revision(Revision revision, Layout layout) {
        Shape shape = new Shape(revisions.modelOf(revision), layout);
        return new LiveRevision(revision, shape, Mapping.take(shape), dataSource, secrets, clock, this::renewed);
    }

    /** A request that began under a revision ends under it: only the names of its columns may have changed. */
    private LiveRevision renewed(LiveRevision stumbled) {
        refresh();
        LiveRevision now = acquire();
        if (now.number() != stumbled.number()) {
            now.release();
            throw Problem.of(
                    ProblemKind.UNAVAILABLE,
                    "A new revision of the account model went live meanwhile. Repeat the request.");
        }
        return now;
    }

    /** At once where it is another, so that a publish can go on; otherwise seldom, as long as nobody takes the instance for dead. */
    private void report() {
        LiveRevision running = current.get();
        int oldest =
                retired.stream().mapToInt(LiveRevision::number).min().orElse(running == null ? 0 : running.number());
        if (oldest == reported && System.nanoTime() - reportedAt < REPORT_EACH.toNanos()) {
            return;
        }
        connections.each(sql -> sql.sql("""
                        insert into cuenta.instance (id, revision) values (?, ?)
                        on conflict (id) do update set revision = excluded.revision, seen_at = now()""").params(instance, oldest).update());
        reported = oldest;
        reportedAt = System.nanoTime();
    }

    /** For health: the number of the revision that this instance runs. */
    public Optional<Integer> number() {
        return Optional.ofNullable(current.get()).map(LiveRevision::number);
    }

    @Override
    public synchronized void close() {
        if (standby != null) {
            standby.release();
        }
        LiveRevision last = current.getAndSet(null);
        if (last != null) {
            last.release();
        }
        connections.each(
                sql -> sql.sql("delete from cuenta.instance where id = ? or seen_at < now() - interval '1 hour'")
                        .param(instance)
                        .update());
    }
}
