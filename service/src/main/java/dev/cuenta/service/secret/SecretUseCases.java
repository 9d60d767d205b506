package dev.cuenta.service.secret;

import dev.cuenta.core.account.Scope;
import dev.cuenta.core.activity.Action;
import dev.cuenta.core.permission.CuentaPermission;
import dev.cuenta.service.caller.Caller;
import dev.cuenta.service.hash.PepperFile;
import dev.cuenta.service.job.Background;
import dev.cuenta.store.activity.Activity;
import dev.cuenta.store.live.LiveRevisions;
import dev.cuenta.store.secret.KnownKeys;
import dev.cuenta.store.secret.Resealing;
import dev.cuenta.store.secret.SecretKey;
import dev.cuenta.wire.secret.SecretKeys;
import dev.cuenta.wire.secret.SecretLoss;
import java.util.ArrayList;
import java.util.List;
import java.util.Set;
import org.springframework.stereotype.Component;

/** Seeing which keys seal secret values, and changing to another one while everyone goes on working. */
@Component
final class SecretUseCases {
    private final LiveRevisions live;
    private final SecretKeyFile file;
    private final KnownKeys known;
    private final PepperFile peppers;
    private final Resealing resealing;
    private final Background background;

    SecretUseCases(
            LiveRevisions live,
            SecretKeyFile file,
            KnownKeys known,
            PepperFile peppers,
            Resealing resealing,
            Background background) {
        this.peppers = peppers;
        this.live = live;
        this.file = file;
        this.known = known;
        this.resealing = resealing;
        this.background = background;
    }

    SecretKeys keys(Caller caller) {
        return live.with(revision -> {
            caller.requireEverywhere(CuentaPermission.SECRETS_ROTATE, revision.model());
            return keys();
        });
    }

    private SecretKeys keys() {
        List<dev.cuenta.wire.secret.SecretKey> all = known.list().stream()
                .map(key -> new dev.cuenta.wire.secret.SecretKey(key.id(), key.addedAt(), key.retiredAt()))
                .toList();
        return new SecretKeys(all, all.isEmpty() ? 0 : resealing.left(file.current()));
    }

    /** For each key that is in use and not at hand here, what would be lost without it. */
    List<SecretLoss> losses(Caller caller) {
        return live.with(revision -> {
            caller.requireEverywhere(CuentaPermission.SECRETS_ROTATE, revision.model());
            List<SecretLoss> losses = new ArrayList<>(losses("secret", known, file.ids()));
            losses.addAll(losses("pepper", known.peppers(), peppers.ids()));
            return losses;
        });
    }

    private static List<SecretLoss> losses(String purpose, KnownKeys known, Set<String> atHand) {
        return known.list().stream()
                .filter(key -> key.retiredAt() == null && !atHand.contains(key.id()))
                .map(key -> new SecretLoss(key.id(), purpose, known.losses(key.id())))
                .toList();
    }

    /** Values are sealed with a new key from now on; those that are there follow in the background. */
    SecretKeys rotate(Caller caller) {
        SecretKeys after = live.with(revision -> {
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
        background.hurry();
        return after;
    }
}
