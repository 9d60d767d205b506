package dev.cuenta.service.retention;

import dev.cuenta.core.account.AccountRecord;
import dev.cuenta.core.account.Scope;
import dev.cuenta.core.activity.Action;
import dev.cuenta.core.finding.Nearest;
import dev.cuenta.core.model.AccountModel;
import dev.cuenta.core.model.FieldPath;
import dev.cuenta.core.model.RetentionRule;
import dev.cuenta.core.permission.CuentaPermission;
import dev.cuenta.core.problem.Problem;
import dev.cuenta.core.problem.ProblemKind;
import dev.cuenta.core.retention.Selection;
import dev.cuenta.service.body.Given;
import dev.cuenta.service.caller.Caller;
import dev.cuenta.service.job.Background;
import dev.cuenta.store.account.Accounts;
import dev.cuenta.store.account.Removal;
import dev.cuenta.store.activity.Activity;
import dev.cuenta.store.database.DatabaseClock;
import dev.cuenta.store.live.LiveRevision;
import dev.cuenta.store.live.LiveRevisions;
import dev.cuenta.store.live.Work;
import dev.cuenta.store.retention.RetentionRun;
import dev.cuenta.store.retention.RetentionRuns;
import dev.cuenta.wire.retention.RetentionPreview;
import dev.cuenta.wire.retention.RetentionRunRequest;
import java.time.Duration;
import java.time.Instant;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Set;
import org.springframework.stereotype.Component;

/** Previewing retention rules, beginning their runs, and seeing what became of them. */
@Component
final class RetentionUseCases {
    private static final int SHOWN = 10;
    private static final String LIMIT = "atMost";

    private final LiveRevisions live;
    private final RetentionRuns runs;
    private final Background background;
    private final DatabaseClock clock;

    RetentionUseCases(LiveRevisions live, RetentionRuns runs, Background background, DatabaseClock clock) {
        this.live = live;
        this.background = background;
        this.runs = runs;
        this.clock = clock;
    }

    List<dev.cuenta.wire.retention.RetentionRule> rules(Caller caller) {
        return live.with(revision -> {
            caller.requireEverywhere(CuentaPermission.RETENTION_READ, revision.model());
            return revision.model().retention().values().stream()
                    .map(rule -> RetentionWire.of(rule, clock.instant()))
                    .toList();
        });
    }

    /** Counts the accounts exactly, names the first, and tells what hangs on them; touches nothing. */
    RetentionPreview preview(Caller caller, String rule) {
        return live.with(revision -> {
            caller.requireEverywhere(CuentaPermission.RETENTION_READ, revision.model());
            RetentionRule wanted = named(revision.model(), rule);
            Instant now = clock.instant();
            return revision.read(Scope.EVERYWHERE, work -> {
                Selection selection = Selection.of(work.revision().model(), wanted, now);
                Accounts accounts = new Accounts(work);
                Removal.Extent extent = new Removal(work).extent(selection.condition());
                List<RetentionPreview.Due> first =
                        accounts.first(selection.condition(), selection.since(), SHOWN).stream()
                                .map(record -> due(work, record, selection, caller))
                                .toList();
                return new RetentionPreview(
                        wanted.name(),
                        RetentionWire.action(wanted),
                        selection.cutoff(),
                        extent.accounts(),
                        Measured.atMost(wanted, accounts),
                        accounts.count(selection.held()),
                        first,
                        extent.dependents(),
                        extent.estimated());
            });
        });
    }

    private static RetentionPreview.Due due(Work work, AccountRecord record, Selection selection, Caller caller) {
        String path = selection.since().path();
        Object since = switch (selection.since().source()) {
            case CREATED -> record.created();
            case LAST_MODIFIED -> record.lastModified();
            case CONFIRMED ->
                record.confirmed()
                        .get(Objects.requireNonNull(selection.since().field()).path());
            default -> record.values().get(FieldPath.parse(path));
        };
        return new RetentionPreview.Due(
                record.id().text(),
                work.revision()
                        .projection()
                        .displayName(record, caller.viewer(work.revision().model(), record)),
                String.valueOf(since));
    }

    /**
     * Begins a run, which goes on beside requests; a run that was cut off is taken up instead of a second one, and so is one that
     * waits until it is allowed.
     *
     * @throws Problem CONFLICT where it would take more than the rule's limit and is not allowed to
     */
    dev.cuenta.wire.retention.RetentionRun begin(Caller caller, RetentionRunRequest request) {
        String rule = request.rule();
        boolean allowed = allowed(request);
        RetentionRun begun = live.with(revision -> {
            caller.requireEverywhere(CuentaPermission.RETENTION_RUN, revision.model());
            RetentionRule wanted = named(revision.model(), rule);
            requireTime();
            RetentionRun run = runs.last(rule)
                    .filter(last -> last.running() || last.waiting())
                    .map(last -> takenUp(last, allowed))
                    .orElseGet(() -> begun(caller, wanted, allowed, revision));
            revision.write(Scope.EVERYWHERE, work -> {
                Map<String, Object> details = new LinkedHashMap<>(Map.of("rule", rule));
                if (allowed) {
                    details.put("allowed", run.matched());
                }
                new Activity(work).add(Action.RETENTION_BEGUN, null, caller.origin(), details);
                return run;
            });
            return run;
        });
        background.hurry();
        return RetentionWire.of(begun);
    }

    private static boolean allowed(RetentionRunRequest request) {
        List<String> named = request.allow() == null ? List.of() : request.allow();
        if (!Set.of(LIMIT).containsAll(named)) {
            throw Problem.invalid("/allow", "unknown", "Nothing but `atMost` is to be allowed here.");
        }
        return !named.isEmpty();
    }

    /** Whose time has come is asked of nobody while it is not sure what time it is. */
    private void requireTime() {
        if (!clock.agrees()) {
            throw Problem.unavailable(clock.disagreement(), Duration.ofMinutes(1));
        }
    }

    private RetentionRun takenUp(RetentionRun last, boolean allowed) {
        if (last.waiting() && !allowed) {
            throw overLimit(last.rule(), last.matched(), Objects.requireNonNullElse(last.atMost(), 0L));
        }
        runs.allow(last.id());
        return runs.find(last.id()).orElseThrow();
    }

    private RetentionRun begun(Caller caller, RetentionRule rule, boolean allowed, LiveRevision revision) {
        Instant now = clock.instant();
        Measured measured = revision.read(Scope.EVERYWHERE, work -> Measured.of(rule, now, work));
        if (measured.isOver() && !allowed) {
            throw overLimit(rule.name(), measured.matched(), measured.atMost());
        }
        return runs.begin(measured.run(caller.author(), null, allowed));
    }

    private static Problem overLimit(String rule, long matched, long atMost) {
        return Problem.of(
                ProblemKind.CONFLICT,
                "`" + rule + "` would take " + matched + " accounts; without being allowed to take more, one run takes "
                        + atMost + ". Nothing was taken. Preview the rule, and if that is right, allow it: `atMost`.");
    }

    /**
     * Takes a run back that waits until it is allowed. The next moment of the rule's schedule begins another.
     *
     * @throws Problem NOT_FOUND; CONFLICT where it does not wait
     */
    void withdraw(Caller caller, String id) {
        live.with(revision -> {
            caller.requireEverywhere(CuentaPermission.RETENTION_RUN, revision.model());
            RetentionRun run = found(id);
            if (!runs.withdraw(run.id())) {
                throw Problem.of(ProblemKind.CONFLICT, "Only a run that waits can be withdrawn; this one does not.");
            }
            return revision.write(Scope.EVERYWHERE, work -> {
                new Activity(work).add(Action.RETENTION_WITHDRAWN, null, caller.origin(), Map.of("rule", run.rule()));
                return run;
            });
        });
    }

    List<dev.cuenta.wire.retention.RetentionRun> recent(Caller caller) {
        return live.with(revision -> {
            caller.requireEverywhere(CuentaPermission.RETENTION_READ, revision.model());
            return runs.recent().stream().map(RetentionWire::of).toList();
        });
    }

    dev.cuenta.wire.retention.RetentionRun find(Caller caller, String id) {
        return live.with(revision -> {
            caller.requireEverywhere(CuentaPermission.RETENTION_READ, revision.model());
            return RetentionWire.of(found(id));
        });
    }

    private RetentionRun found(String id) {
        return Given.uuid(id)
                .flatMap(runs::find)
                .orElseThrow(() ->
                        Problem.of(ProblemKind.NOT_FOUND, "There is no such run. GET /v1/retention/runs lists them."));
    }

    private static RetentionRule named(AccountModel model, String rule) {
        RetentionRule found = model.retention().get(rule);
        if (found == null) {
            throw Problem.invalid(
                    "/rule",
                    "unknown",
                    "There is no retention rule `" + rule + "`. "
                            + Nearest.advice(rule, model.retention().keySet()));
        }
        return found;
    }
}
