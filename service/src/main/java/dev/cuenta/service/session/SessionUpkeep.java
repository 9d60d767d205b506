package dev.cuenta.service.session;

import dev.cuenta.core.account.Scope;
import dev.cuenta.service.job.Job;
import dev.cuenta.store.live.LiveRevisions;
import dev.cuenta.store.session.Attempts;
import dev.cuenta.store.session.Sessions;
import java.time.Duration;
import org.springframework.stereotype.Component;

/** Lets go what is out of date: sessions, tries, and from where people came. Not with a request, which would wait for it. */
@Component
final class SessionUpkeep implements Job {
    private final LiveRevisions live;
    private final Attempts attempts;

    SessionUpkeep(LiveRevisions live, Attempts attempts) {
        this.live = live;
        this.attempts = attempts;
    }

    @Override
    public String title() {
        return "Sweeping sessions that have ended";
    }

    @Override
    public void carryOn() {
        attempts.sweep();
        live.with(revision -> revision.write(Scope.EVERYWHERE, work -> new Sessions(work).sweep()));
    }

    @Override
    public Duration pause() {
        return Duration.ofMinutes(1);
    }
}
