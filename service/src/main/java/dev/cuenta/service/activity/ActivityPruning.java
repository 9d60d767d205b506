package dev.cuenta.service.activity;

import dev.cuenta.core.account.Scope;
import dev.cuenta.core.activity.Action;
import dev.cuenta.core.activity.Origin;
import dev.cuenta.core.model.Span;
import dev.cuenta.service.job.Job;
import dev.cuenta.store.activity.Activity;
import dev.cuenta.store.activity.Links;
import dev.cuenta.store.database.Connections;
import dev.cuenta.store.revision.LiveRevision;
import dev.cuenta.store.revision.LiveRevisions;
import java.time.Clock;
import java.time.Duration;
import java.util.Map;
import org.springframework.stereotype.Component;

/** Lets go what the model keeps no longer, and says so. */
@Component
final class ActivityPruning implements Job {
    private final LiveRevisions live;
    private final Connections connections;
    private final Links links;
    private final Clock clock;
    /** By the job's thread alone. */
    private boolean hadItsTurn;

    ActivityPruning(LiveRevisions live, Connections connections, Links links, Clock clock) {
        this.live = live;
        this.connections = connections;
        this.links = links;
        this.clock = clock;
    }

    @Override
    public String title() {
        return "Letting old activity go";
    }

    @Override
    public void carryOn() {
        hadItsTurn = connections.alone(ActivityLinking.LOCK, sql -> live.with(this::prune));
    }

    /** Somebody may have been linking just then: an hour is not to be passed over for that. */
    @Override
    public Duration pause() {
        return hadItsTurn ? Duration.ofHours(1) : Duration.ZERO;
    }

    private long prune(LiveRevision revision) {
        Span keep = revision.model().activity().keep();
        long gone = links.prune(keep.before(clock.instant()));
        if (gone > 0) {
            revision.write(Scope.EVERYWHERE, work -> {
                new Activity(work).add(Action.ACTIVITY_PRUNED, null, Origin.CUENTA, Map.of("count", gone));
                return gone;
            });
        }
        return gone;
    }
}
