package dev.cuenta.service.job;

import dev.cuenta.store.revision.LiveRevisions;
import java.time.Clock;
import java.time.Instant;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.concurrent.Executors;
import java.util.concurrent.ScheduledExecutorService;
import java.util.concurrent.ThreadFactory;
import java.util.concurrent.TimeUnit;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.beans.factory.DisposableBean;
import org.springframework.stereotype.Component;

/**
 * Follows the live revision, and carries on what was begun. Jobs are recorded in the database before they start, so what a crash
 * cut off is found here at the next start, by whichever instance is first.
 */
@Component
public final class Background implements DisposableBean {
    private static final Logger LOG = LoggerFactory.getLogger(Background.class);
    private static final long FOLLOW_MILLIS = 500;
    private static final long CARRY_ON_MILLIS = 2000;

    private final LiveRevisions live;
    private final List<Job> jobs;
    private final Clock clock;
    private final Map<Job, Instant> next = new HashMap<>(); // by the thread of jobs alone
    private final ScheduledExecutorService follower =
            Executors.newSingleThreadScheduledExecutor(named("follow-revision"));
    private final ScheduledExecutorService worker = Executors.newSingleThreadScheduledExecutor(named("jobs"));

    @SuppressWarnings("FutureReturnValueIgnored") // the work itself reports what goes wrong
    Background(LiveRevisions live, List<Job> jobs, Clock clock) {
        this.live = live;
        this.clock = clock;
        this.jobs = List.copyOf(jobs);
        follower.scheduleWithFixedDelay(
                () -> quietly("Following the live revision", live::refresh),
                FOLLOW_MILLIS,
                FOLLOW_MILLIS,
                TimeUnit.MILLISECONDS);
        worker.scheduleWithFixedDelay(this::carryOn, 0, CARRY_ON_MILLIS, TimeUnit.MILLISECONDS);
    }

    /** Looks for work at once rather than at the next turn. */
    public void hurry() {
        worker.execute(this::carryOn);
    }

    private void carryOn() {
        jobs.stream().filter(this::isDue).forEach(job -> {
            next.put(job, clock.instant().plus(job.pause()));
            quietly(job.title(), job::carryOn);
        });
    }

    private boolean isDue(Job job) {
        return (job.precedesModel() || live.present())
                && !clock.instant().isBefore(next.getOrDefault(job, Instant.MIN));
    }

    private static void quietly(String what, Runnable work) {
        try {
            work.run();
        } catch (RuntimeException failure) {
            LOG.warn("{} stopped and will be tried again", what, failure);
        }
    }

    private static ThreadFactory named(String name) {
        return runnable -> {
            Thread thread = new Thread(runnable, name);
            thread.setDaemon(true);
            return thread;
        };
    }

    @Override
    public void destroy() {
        follower.shutdownNow();
        worker.shutdownNow();
    }
}
