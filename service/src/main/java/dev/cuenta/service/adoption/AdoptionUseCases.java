package dev.cuenta.service.adoption;

import dev.cuenta.core.account.Scope;
import dev.cuenta.core.activity.Action;
import dev.cuenta.core.model.AccountModel;
import dev.cuenta.core.model.Kind;
import dev.cuenta.core.permission.CuentaPermission;
import dev.cuenta.core.problem.Problem;
import dev.cuenta.core.problem.ProblemKind;
import dev.cuenta.service.account.Reach;
import dev.cuenta.service.adoption.AdoptedRows.Row;
import dev.cuenta.service.caller.Caller;
import dev.cuenta.service.password.Passwords;
import dev.cuenta.service.picture.Uploads;
import dev.cuenta.store.activity.Activity;
import dev.cuenta.store.adoption.Adoptions;
import dev.cuenta.store.live.LiveRevision;
import dev.cuenta.store.live.LiveRevisions;
import dev.cuenta.wire.adoption.AdoptedId;
import dev.cuenta.wire.adoption.AdoptionSummary;
import java.time.Clock;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Component;

/** Rows of other programs become accounts, a batch in one transaction. */
@Component
final class AdoptionUseCases {
    private static final int LONGEST_PAGE = 5000;

    private record Batch(
            LiveRevision revision, Caller caller, Kind kind, AdoptedRows given, BroughtPictures pictures) {}

    private final LiveRevisions live;
    private final Passwords passwords;
    private final Uploads uploads;
    private final Clock clock;

    AdoptionUseCases(LiveRevisions live, Passwords passwords, Uploads uploads, Clock clock) {
        this.live = live;
        this.passwords = passwords;
        this.uploads = uploads;
        this.clock = clock;
    }

    /** What became of each row, in their order. Rows that were adopted before are left as they are. */
    List<Result> adopt(Caller caller, AdoptedRows given) {
        return live.with(revision -> {
            caller.requireEverywhere(CuentaPermission.ACCOUNTS_ADOPT, revision.model());
            Kind kind = kind(revision.model(), given.kind());
            Belongings.require(caller, given, revision.model());
            List<Row> rows = new StrongHashes(revision, passwords).of(given);
            Batch batch = new Batch(revision, caller, kind, given, new BroughtPictures(given, kind, revision, uploads));
            try {
                return together(batch, rows);
            } catch (Problem race) {
                if (race.kind() == ProblemKind.FORBIDDEN) {
                    throw race;
                }
                // Somebody took one of the values meanwhile. Which one, only one row at a time can tell.
                List<Result> results = new ArrayList<>();
                rows.forEach(row -> results.addAll(alone(batch, row)));
                return results;
            }
        });
    }

    private List<Result> together(Batch batch, List<Row> rows) {
        return batch.revision().write(Scope.EVERYWHERE, work -> {
            work.relyOnIndexes();
            new Activity(work)
                    .add(
                            Action.RECORDS_ADDED,
                            null,
                            batch.caller().origin(),
                            Map.of("source", batch.given().source(), "count", rows.size()));
            return new Intake(
                            work,
                            batch.kind(),
                            batch.given(),
                            Reach.guard(
                                    batch.caller(),
                                    CuentaPermission.ACCOUNTS_ADOPT,
                                    batch.revision().model()),
                            new Belongings(work, batch.caller()),
                            batch.pictures(),
                            clock.instant())
                    .take(rows);
        });
    }

    private List<Result> alone(Batch batch, Row row) {
        try {
            return together(batch, List.of(row));
        } catch (Problem refused) {
            return List.of(Result.clashing(row, refused.violations(), refused.detail()));
        }
    }

    private static Kind kind(AccountModel model, @Nullable String name) {
        if (name == null) {
            return model.defaultKind();
        }
        return Optional.ofNullable(model.kinds().get(name))
                .orElseThrow(() -> Problem.invalid(
                        "/kind", "option", "The live model has no kind `" + name + "`. Publish the model first."));
    }

    List<AdoptionSummary> summaries(Caller caller) {
        return live.with(revision -> {
            caller.requireEverywhere(CuentaPermission.ACCOUNTS_ADOPT, revision.model());
            return revision.read(
                    Scope.EVERYWHERE,
                    work -> new Adoptions(work)
                            .summaries().stream()
                                    .map(source -> new AdoptionSummary(
                                            source.source(), source.brought(), source.joined(), source.last()))
                                    .toList());
        });
    }

    List<AdoptedId> ids(Caller caller, String source, String after, int limit) {
        return live.with(revision -> {
            caller.requireEverywhere(CuentaPermission.ACCOUNTS_ADOPT, revision.model());
            int most = Math.min(Math.max(limit, 1), LONGEST_PAGE);
            return revision.read(
                    Scope.EVERYWHERE,
                    work -> new Adoptions(work)
                            .map(source, after, most).stream()
                                    .map(row -> new AdoptedId(
                                            row.key(), row.account().text(), row.joined()))
                                    .toList());
        });
    }
}
