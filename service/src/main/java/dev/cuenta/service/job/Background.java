package dev.cuenta.service.job;

import dev.cuenta.service.load.Outage;
import dev.cuenta.store.database.Connections;
import dev.cuenta.store.live.LiveRevisions;
import java.time.Clock;
import java.util.List;
import java.util.concurrent.Executors;
import java.util.concurrent.ScheduledExecutorService;
import java.util.concurrent.ThreadFactory;
import java.util.concurrent.TimeUnit;
import org.jspecify.annotations.Nullable;
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
    private final Clock clock;
    private final Outage outage;
    private final ScheduledExecutorService follower =
            Executors.newSingleThreadScheduledExecutor(named("follow-revision"));
    private final List<Lane> lanes;

    @SuppressWarnings("FutureReturnValueIgnored") // the work itself reports what goes wrong
    Background(LiveRevisions live, List<Job> jobs, Clock clock, Outage outage) {
        this.live = live;
        this.clock = clock;
        this.outage = outage;
        this.lanes = jobs.stream().map(Lane::new).toList();
        follower.scheduleWithFixedDelay(
                () -> quietly("Following the live revision", live::refresh),
                FOLLOW_MILLIS,
                FOLLOW_MILLIS,
                TimeUnit.MILLISECONDS);
        lanes.forEach(Lane::open);
    }

    /** Looks for work at once rather than at the next turn. */
    public void hurry() {
        lanes.forEach(Lane::hurry);
    }

    /** How far each job is, on this instance. */
    public List<JobStatus> status() {
        return lanes.stream().map(Lane::status).toList();
    }

    /** Each job has a thread of its own: none waits behind another, however long that takes. */
    private final class Lane {
        private final Job job;
        private final ScheduledExecutorService worker;
        /** By the lane's thread alone. */
        private long next = System.nanoTime();

        private volatile JobStatus status;

        Lane(Job job) {
            this.job = job;
            this.status = new JobStatus(job.title(), null, null, null, null, 0);
            this.worker = Executors.newSingleThreadScheduledExecutor(named("job " + job.title()));
        }

        @SuppressWarnings("FutureReturnValueIgnored") // the work itself reports what goes wrong
        void open() {
            worker.scheduleWithFixedDelay(this::carryOn, 0, CARRY_ON_MILLIS, TimeUnit.MILLISECONDS);
        }

        void hurry() {
            worker.execute(this::carryOn);
        }

        JobStatus status() {
            return status;
        }

        private void carryOn() {
            boolean due = (job.precedesModel() || live.present()) && System.nanoTime() - next >= 0;
            if (due) {
                status = status.begun(clock.instant());
                Throwable failure = quietly(job.title(), job::carryOn);
                status = status.ended(clock.instant(), failure);
                next = System.nanoTime() + job.pause().toNanos();
            }
        }
    }

    /** Nothing that is thrown ends a job for good, for a scheduled one that throws is not run again. */
    private @Nullable Throwable quietly(String what, Runnable work) {
        try {
            work.run();
            return null;
        } catch (RuntimeException | Error failure) {
            if (Connections.isAway(failure)) {
                outage.met(failure);
            } else {
                LOG.warn("{} stopped and will be tried again", what, failure);
            }
            return failure;
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
        lanes.forEach(lane -> lane.worker.shutdownNow());
    }
}
