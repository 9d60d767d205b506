package dev.cuenta.service.retention;

import dev.cuenta.core.account.AccountId;
import dev.cuenta.core.account.Scope;
import dev.cuenta.core.activity.Action;
import dev.cuenta.core.permission.CuentaPermission;
import dev.cuenta.core.problem.Problem;
import dev.cuenta.core.problem.ProblemKind;
import dev.cuenta.service.caller.Caller;
import dev.cuenta.store.activity.Activity;
import dev.cuenta.store.live.LiveRevisions;
import dev.cuenta.store.retention.Archive;
import dev.cuenta.wire.retention.ArchivedAccount;
import dev.cuenta.wire.retention.RestoredAccount;
import java.util.List;
import org.springframework.stereotype.Component;

/** Accounts that rules archived: seeing which, bringing them back, dropping them for good. */
@Component
final class ArchiveUseCases {
    private static final int SHOWN = 1000;

    private final LiveRevisions live;

    ArchiveUseCases(LiveRevisions live) {
        this.live = live;
    }

    List<ArchivedAccount> list(Caller caller) {
        return live.with(revision -> {
            caller.requireEverywhere(CuentaPermission.RETENTION_READ, revision.model());
            return revision.read(
                    Scope.EVERYWHERE,
                    work -> new Archive(work)
                            .list(SHOWN).stream().map(RetentionWire::of).toList());
        });
    }

    RestoredAccount restore(Caller caller, String id) {
        return live.with(revision -> {
            caller.requireEverywhere(CuentaPermission.RETENTION_RUN, revision.model());
            return revision.write(Scope.EVERYWHERE, work -> {
                Archive.Restored restored = new Archive(work).restore(id);
                new Activity(work).add(Action.ACCOUNT_RESTORED, new AccountId(id), caller.origin());
                return RetentionWire.of(restored);
            });
        });
    }

    void drop(Caller caller, String id) {
        boolean dropped = live.with(revision -> {
            caller.requireEverywhere(CuentaPermission.RETENTION_RUN, revision.model());
            return revision.write(Scope.EVERYWHERE, work -> {
                boolean was = new Archive(work).drop(id);
                if (was) {
                    new Activity(work).add(Action.ACCOUNT_REMOVED, new AccountId(id), caller.origin());
                }
                return was;
            });
        });
        if (!dropped) {
            throw Problem.of(
                    ProblemKind.NOT_FOUND,
                    "No such account was archived. GET /v1/retention/archive lists those that were.");
        }
    }
}
