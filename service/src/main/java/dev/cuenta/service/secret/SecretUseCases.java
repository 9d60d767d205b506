package dev.cuenta.service.secret;

import dev.cuenta.core.account.Scope;
import dev.cuenta.core.activity.Action;
import dev.cuenta.core.permission.CuentaPermission;
import dev.cuenta.service.caller.Caller;
import dev.cuenta.service.hash.PepperFile;
import dev.cuenta.service.job.Job;
import dev.cuenta.store.account.Lookups;
import dev.cuenta.store.activity.Activity;
import dev.cuenta.store.database.Connections;
import dev.cuenta.store.live.LiveRevision;
import dev.cuenta.store.live.LiveRevisions;
import dev.cuenta.store.secret.KnownKeys;
import dev.cuenta.store.secret.Resealing;
import dev.cuenta.store.secret.SecretKey;
import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Set;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Component;

/** Seeing which keys seal secret values, and changing to another one while everyone goes on working. */
@Component
final class SecretUseCases implements Job {

    /**
     * The keys, and how far the change to the last one is.
     *
     * @param left how many values another key sealed
     */
    record Keys(List<KnownKeys.Known> known, long left) {}

    /** What was still written by an instance on the earlier revision is found at the next turn. */
    private static final Duration BETWEEN = Duration.ofMinutes(10);

    /** With which model and key all hashes of secrets were made that lie beside them. */
    private record Hashed(int revision, String key) {}

    private final LiveRevisions live;
    private final Connections connections;
    private final SecretKeyFile file;
    private final KnownKeys known;
    private final PepperFile peppers;
    private final Resealing resealing;
    private final Clock clock;
    private @Nullable Hashed hashed; // by the thread of jobs alone
    private Instant hashedAt = Instant.EPOCH;

    SecretUseCases(
            LiveRevisions live,
            Connections connections,
            SecretKeyFile file,
            KnownKeys known,
            PepperFile peppers,
            Resealing resealing,
            Clock clock) {
        this.peppers = peppers;
        this.live = live;
        this.connections = connections;
        this.file = file;
        this.known = known;
        this.resealing = resealing;
        this.clock = clock;
    }

    Keys keys(Caller caller) {
        return live.with(revision -> {
            caller.requireEverywhere(CuentaPermission.SECRETS_ROTATE, revision.model());
            return keys();
        });
    }

    private Keys keys() {
        List<KnownKeys.Known> all = known.list();
        return new Keys(all, all.isEmpty() ? 0 : resealing.left(file.current()));
    }

    /**
     * What nobody could open or verify any more.
     *
     * @param purpose what the key is for
     * @param values how many, by where they are
     */
    record Loss(String key, String purpose, Map<String, Long> values) {}

    /** For each key that is in use and not at hand here, what would be lost without it. */
    List<Loss> losses(Caller caller) {
        return live.with(revision -> {
            caller.requireEverywhere(CuentaPermission.SECRETS_ROTATE, revision.model());
            List<Loss> losses = new ArrayList<>(losses("secret", known, file.ids()));
            losses.addAll(losses("pepper", known.peppers(), peppers.ids()));
            return losses;
        });
    }

    private static List<Loss> losses(String purpose, KnownKeys known, Set<String> atHand) {
        return known.list().stream()
                .filter(key -> key.retiredAt() == null && !atHand.contains(key.id()))
                .map(key -> new Loss(key.id(), purpose, known.losses(key.id())))
                .toList();
    }

    /** Values are sealed with a new key from now on; those that are there follow in the background. */
    Keys rotate(Caller caller) {
        return live.with(revision -> {
            caller.requireEverywhere(CuentaPermission.SECRETS_ROTATE, revision.model());
            SecretKey before = file.current();
            SecretKey added = file.add();
            if (before.equals(added)) {
                throw new IllegalStateException("The file of secret keys did not change.");
            }
            revision.write(Scope.EVERYWHERE, work -> {
                new Activity(work).add(Action.SECRETS_ROTATED, null, caller.origin());
                return added;
            });
            return keys();
        });
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
