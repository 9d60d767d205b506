package dev.cuenta.service.session;

import dev.cuenta.service.job.Job;
import dev.cuenta.store.revision.LiveRevisions;
import dev.cuenta.store.session.Attempts;
import dev.cuenta.store.session.Sessions;
import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import org.springframework.stereotype.Component;

/** Lets go what is out of date: sessions, tries, and from where people came. Not with a request, which would wait for it. */
@Component
final class SessionUpkeep implements Job {
    private static final Duration BETWEEN = Duration.ofMinutes(1);

    private final LiveRevisions live;
    private final Attempts attempts;
    private final Clock clock;
    private Instant last = Instant.EPOCH;

    SessionUpkeep(LiveRevisions live, Attempts attempts, Clock clock) {
        this.live = live;
        this.attempts = attempts;
        this.clock = clock;
    }

    @Override
    public String title() {
        return "Sweeping sessions that have ended";
    }

    @Override
    public void carryOn() {
        Instant now = clock.instant();
        if (live.present() && last.plus(BETWEEN).isBefore(now)) {
            last = now;
            attempts.sweep();
            live.with(revision -> revision.write(work -> new Sessions(work).sweep()));
        }
    }
}
