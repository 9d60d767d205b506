package dev.cuenta.service;

import dev.cuenta.service.password.Passwords;
import dev.cuenta.service.retention.RetentionUseCases;
import dev.cuenta.store.revision.LiveRevisions;
import dev.cuenta.store.revision.Publisher;
import java.util.concurrent.Executors;
import java.util.concurrent.ScheduledExecutorService;
import java.util.concurrent.ThreadFactory;
import java.util.concurrent.TimeUnit;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.beans.factory.DisposableBean;
import org.springframework.stereotype.Component;

/**
 * The work that goes on beside requests: following the live revision, and carrying on what was begun. Jobs are recorded in the
 * database before they start, so what a crash cut off is found here at the next start, by whichever instance is first.
 */
@Component
public final class Background implements DisposableBean {
    private static final Logger LOG = LoggerFactory.getLogger(Background.class);
    private static final long FOLLOW_MILLIS = 500;
    private static final long CARRY_ON_MILLIS = 2000;

    private final LiveRevisions live;
    private final Publisher publisher;
    private final RetentionUseCases retention;
    private final Passwords passwords;
    private final ScheduledExecutorService follower =
            Executors.newSingleThreadScheduledExecutor(named("follow-revision"));
    private final ScheduledExecutorService jobs = Executors.newSingleThreadScheduledExecutor(named("jobs"));

    @SuppressWarnings("FutureReturnValueIgnored") // the work itself reports what goes wrong
    Background(LiveRevisions live, Publisher publisher, RetentionUseCases retention, Passwords passwords) {
        this.live = live;
        this.publisher = publisher;
        this.retention = retention;
        this.passwords = passwords;
        follower.scheduleWithFixedDelay(
                () -> quietly("Following the live revision", live::refresh),
                FOLLOW_MILLIS,
                FOLLOW_MILLIS,
                TimeUnit.MILLISECONDS);
        jobs.scheduleWithFixedDelay(this::carryOn, 0, CARRY_ON_MILLIS, TimeUnit.MILLISECONDS);
    }

    /** Looks for work at once rather than at the next turn. */
    public void hurry() {
        jobs.execute(this::carryOn);
    }

    private void carryOn() {
        quietly("Publishing", publisher::carryOn);
        if (live.present()) {
            quietly("Retention", retention::carryOn);
            quietly("Preparing for sign-ins", this::preparePasswords);
        }
    }

    private void preparePasswords() {
        live.with(revision -> {
            passwords.prepare(revision.model().password());
            return revision;
        });
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
        jobs.shutdownNow();
    }
}
