package dev.cuenta.service.activity;

import dev.cuenta.core.account.Scope;
import dev.cuenta.core.activity.Action;
import dev.cuenta.core.activity.Origin;
import dev.cuenta.core.model.Span;
import dev.cuenta.service.job.Job;
import dev.cuenta.store.activity.Activity;
import dev.cuenta.store.activity.Links;
import dev.cuenta.store.database.Connections;
import dev.cuenta.store.live.LiveRevision;
import dev.cuenta.store.live.LiveRevisions;
import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.util.Map;
import org.springframework.stereotype.Component;

/**
 * Takes what was told into the chain, and lets go from its beginning, now and then, what the model keeps no longer. One after the
 * other: what is not in the chain yet cannot go.
 */
@Component
final class ActivityChain implements Job {
    private static final Duration BETWEEN_PRUNINGS = Duration.ofHours(1);

    private final LiveRevisions live;
    private final Connections connections;
    private final Links links;
    private final Clock clock;
    /** By the job's thread alone. */
    private Instant nextPruning = Instant.MIN;

    ActivityChain(LiveRevisions live, Connections connections, Links links, Clock clock) {
        this.live = live;
        this.connections = connections;
        this.links = links;
        this.clock = clock;
    }

    @Override
    public String title() {
        return "Linking activity, and letting old entries go";
    }

    @Override
    public boolean precedesModel() {
        return true;
    }

    @Override
    public void carryOn() {
        connections.alone("cuenta activity", sql -> {
            links.carryOn();
            Instant now = clock.instant();
            if (live.present() && !now.isBefore(nextPruning)) {
                live.with(revision -> prune(revision, now));
                nextPruning = now.plus(BETWEEN_PRUNINGS);
            }
        });
    }

    private long prune(LiveRevision revision, Instant now) {
        Span keep = revision.model().activity().keep();
        long gone = links.prune(keep.before(now));
        if (gone > 0) {
            revision.write(Scope.EVERYWHERE, work -> {
                new Activity(work).add(Action.ACTIVITY_PRUNED, null, Origin.CUENTA, Map.of("count", gone));
                return gone;
            });
        }
        return gone;
    }
}
