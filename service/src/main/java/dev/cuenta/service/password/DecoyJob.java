package dev.cuenta.service.password;

import dev.cuenta.service.job.Job;
import dev.cuenta.store.live.LiveRevisions;
import org.springframework.stereotype.Component;

/** Has the hash ready that sign-ins of unknown people are verified against, whenever the model's parameters change. */
@Component
final class DecoyJob implements Job {
    private final LiveRevisions live;
    private final Passwords passwords;

    DecoyJob(LiveRevisions live, Passwords passwords) {
        this.live = live;
        this.passwords = passwords;
    }

    @Override
    public String title() {
        return "Preparing for sign-ins";
    }

    @Override
    public void carryOn() {
        live.with(revision -> {
            passwords.prepare(revision.model().password());
            return revision;
        });
    }
}
