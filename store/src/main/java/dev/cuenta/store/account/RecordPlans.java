package dev.cuenta.store.account;

import dev.cuenta.core.account.Needs;
import dev.cuenta.store.live.LiveRevision;
import org.springframework.util.ConcurrentLruCache;

/** The plans of a revision, by what is needed; as many as there may be sorts of readers. */
final class RecordPlans {
    private static final int MOST = 1000;

    private final ConcurrentLruCache<Needs, RecordPlan> plans;
    private final RecordPlan whole;

    RecordPlans(LiveRevision revision) {
        whole = new RecordPlan(revision, new Needs(revision.model().fields().keySet(), true, true, true));
        plans = new ConcurrentLruCache<>(MOST, needs -> new RecordPlan(revision, needs));
    }

    /** Of everything. */
    RecordPlan whole() {
        return whole;
    }

    RecordPlan of(Needs needs) {
        return plans.get(needs);
    }
}
