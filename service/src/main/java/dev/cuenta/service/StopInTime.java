package dev.cuenta.service;

import java.time.Duration;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.context.ApplicationListener;
import org.springframework.context.event.ContextClosedEvent;

/**
 * Ends the process when stopping takes longer than its time: requests have ten seconds to finish, and what then still waits for a database
 * that does not answer is not waited for. Whatever was begun is taken up again at the next start.
 */
final class StopInTime implements ApplicationListener<ContextClosedEvent> {
    private static final Logger LOG = LoggerFactory.getLogger(StopInTime.class);
    private static final Duration TIME = Duration.ofSeconds(12);
    /** As a shell tells of SIGTERM. */
    private static final int STOPPED = 143;

    @Override
    public void onApplicationEvent(ContextClosedEvent closed) {
        Thread watch = new Thread(StopInTime::endAfterAll, "stop-in-time");
        watch.setDaemon(true);
        watch.start();
    }

    private static void endAfterAll() {
        try {
            Thread.sleep(TIME.toMillis());
            LOG.warn("Stopping takes longer than {} seconds; the process ends now", TIME.toSeconds());
            Runtime.getRuntime().halt(STOPPED);
        } catch (InterruptedException stopped) {
            Thread.currentThread().interrupt();
        }
    }
}
