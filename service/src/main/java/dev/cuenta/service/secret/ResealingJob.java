package dev.cuenta.service.secret;

import dev.cuenta.core.account.Scope;
import dev.cuenta.service.job.Job;
import dev.cuenta.store.account.Lookups;
import dev.cuenta.store.database.Connections;
import dev.cuenta.store.live.LiveRevision;
import dev.cuenta.store.live.LiveRevisions;
import dev.cuenta.store.secret.KnownKeys;
import dev.cuenta.store.secret.Resealing;
import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Component;

/** Seals what older keys sealed with the last one, and hashes anew what is looked up by its value. */
@Component
final class ResealingJob implements Job {
    /** What was still written by an instance on the earlier revision is found at the next turn. */
    private static final Duration BETWEEN = Duration.ofMinutes(10);

    /** With which model and key all hashes of secrets were made that lie beside them. */
    private record Hashed(int revision, String key) {}

    private final LiveRevisions live;
    private final Connections connections;
    private final SecretKeyFile file;
    private final KnownKeys known;
    private final Resealing resealing;
    private final Clock clock;
    private @Nullable Hashed hashed; // by the thread of jobs alone
    private Instant hashedAt = Instant.EPOCH;

    ResealingJob(
            LiveRevisions live,
            Connections connections,
            SecretKeyFile file,
            KnownKeys known,
            Resealing resealing,
            Clock clock) {
        this.live = live;
        this.connections = connections;
        this.file = file;
        this.known = known;
        this.resealing = resealing;
        this.clock = clock;
    }

    /** Reads every value that can be looked up, so only when the model or the key is another one, and now and then. */
    private void hashAnew() {
        Instant now = clock.instant();
        Hashed wanted =
                new Hashed(live.with(LiveRevision::number), file.current().id());
        if (wanted.equals(hashed) && now.isBefore(hashedAt.plus(BETWEEN))) {
            return;
        }
        boolean more = true;
        while (more) {
            more = live.with(revision -> revision.write(Scope.EVERYWHERE, work -> new Lookups(work).carryOn()));
        }
        hashed = wanted;
        hashedAt = now;
    }

    @Override
    public String title() {
        return "Re-encrypting secret values";
    }

    @Override
    public void carryOn() {
        if (!file.present()) {
            return;
        }
        hashAnew();
        if (known.list().size() > 1) {
            connections.alone("cuenta secrets", sql -> resealing.carryOn(file.current(), clock.instant()));
        }
    }
}
