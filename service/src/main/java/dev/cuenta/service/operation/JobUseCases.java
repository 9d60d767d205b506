package dev.cuenta.service.operation;

import dev.cuenta.core.account.Scope;
import dev.cuenta.core.permission.CuentaPermission;
import dev.cuenta.service.caller.Caller;
import dev.cuenta.service.job.Background;
import dev.cuenta.service.job.JobStatus;
import dev.cuenta.store.database.Waits;
import dev.cuenta.store.live.LiveRevisions;
import dev.cuenta.store.message.Messages;
import dev.cuenta.wire.job.Jobs;
import org.springframework.stereotype.Component;

/** Seeing what the service does by itself, and what waits. */
@Component
final class JobUseCases {
    private final LiveRevisions live;
    private final Background background;
    private final Waits waits;

    JobUseCases(LiveRevisions live, Background background, Waits waits) {
        this.live = live;
        this.background = background;
        this.waits = waits;
    }

    Jobs overview(Caller caller) {
        return live.with(revision -> {
            caller.requireEverywhere(CuentaPermission.JOBS_READ, revision.model());
            Messages.Outbox outbox = revision.read(Scope.EVERYWHERE, work -> Messages.outbox(work.sql()));
            return new Jobs(
                    background.status().stream().map(JobUseCases::wire).toList(),
                    waits.now().stream().map(JobUseCases::wire).toList(),
                    new Jobs.Outbox(outbox.due(), outbox.oldest(), outbox.putAside()));
        });
    }

    private static Jobs.Job wire(JobStatus job) {
        return new Jobs.Job(job.title(), job.runningSince(), job.lastEnded(), job.failure(), job.failedAt());
    }

    private static Jobs.Wait wire(Waits.Wait wait) {
        return new Jobs.Wait(wait.process(), wait.since(), new Jobs.Holder(wait.holder(), wait.user(), wait.program()));
    }

    /** Has those messages tried again that were put aside; says how many. */
    int tryAgain(Caller caller) {
        int again = live.with(revision -> {
            caller.requireEverywhere(CuentaPermission.JOBS_RUN, revision.model());
            return revision.write(Scope.EVERYWHERE, work -> new Messages(work).tryAgain());
        });
        background.hurry();
        return again;
    }
}
