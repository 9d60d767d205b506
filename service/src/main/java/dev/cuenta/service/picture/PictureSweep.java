package dev.cuenta.service.picture;

import dev.cuenta.core.account.Scope;
import dev.cuenta.core.picture.PictureContents;
import dev.cuenta.service.job.Job;
import dev.cuenta.store.live.LiveRevisions;
import dev.cuenta.store.picture.Pictures;
import java.time.Clock;
import java.time.Duration;
import java.util.HashSet;
import java.util.Set;
import java.util.UUID;
import org.springframework.stereotype.Component;

/** Drops bytes that no account knows: of accounts that went, and of uploads that were cut off. */
@Component
final class PictureSweep implements Job {
    /** An upload keeps its bytes first; by then it has told the account, or never will. */
    private static final Duration SETTLED = Duration.ofHours(1);

    private final LiveRevisions live;
    private final PictureContents contents;
    private final Clock clock;

    PictureSweep(LiveRevisions live, PictureContents contents, Clock clock) {
        this.live = live;
        this.contents = contents;
        this.clock = clock;
    }

    @Override
    public String title() {
        return "Deleting pictures that no account uses";
    }

    @Override
    public void carryOn() {
        contents.keptBefore(clock.instant().minus(SETTLED), this::dropUnknown);
    }

    @Override
    public Duration pause() {
        return Duration.ofHours(1);
    }

    private void dropUnknown(Set<UUID> kept) {
        Set<UUID> unknown = new HashSet<>(kept);
        unknown.removeAll(
                live.with(revision -> revision.read(Scope.EVERYWHERE, work -> new Pictures(work).known(kept))));
        contents.drop(unknown);
    }
}
