package dev.cuenta.service.model;

import dev.cuenta.core.account.Scope;
import dev.cuenta.core.activity.Action;
import dev.cuenta.core.check.StoredFindings;
import dev.cuenta.core.file.ModelFile;
import dev.cuenta.core.finding.Severity;
import dev.cuenta.core.model.AccountModel;
import dev.cuenta.core.model.RetentionRule;
import dev.cuenta.core.permission.CuentaPermission;
import dev.cuenta.core.problem.Problem;
import dev.cuenta.core.problem.ProblemKind;
import dev.cuenta.core.problem.Violation;
import dev.cuenta.core.retention.Selection;
import dev.cuenta.core.revision.Change;
import dev.cuenta.core.revision.Diff;
import dev.cuenta.core.revision.Effect;
import dev.cuenta.core.revision.ModelDiff;
import dev.cuenta.core.revision.Promotions;
import dev.cuenta.service.caller.Caller;
import dev.cuenta.service.job.Background;
import dev.cuenta.store.account.Accounts;
import dev.cuenta.store.activity.Activity;
import dev.cuenta.store.compare.CountedRecords;
import dev.cuenta.store.database.Connections;
import dev.cuenta.store.live.Control;
import dev.cuenta.store.live.LiveRevision;
import dev.cuenta.store.live.LiveRevisions;
import dev.cuenta.store.live.Revision;
import dev.cuenta.store.live.Revisions;
import dev.cuenta.store.publish.Publisher;
import dev.cuenta.wire.model.AccessMatrix;
import dev.cuenta.wire.model.Form;
import dev.cuenta.wire.model.ModelCheck;
import dev.cuenta.wire.model.ModelSource;
import dev.cuenta.wire.publish.PublishControl;
import dev.cuenta.wire.publish.PublishRequest;
import java.time.Clock;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.function.Function;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Component;

/** Checking, comparing and publishing account models. */
@Component
final class ModelUseCases {
    private static final Set<Effect> REWRITING = Set.of(Effect.BACKFILL, Effect.NARROWING);

    private static final String FILE = "account-model.yaml";

    private final Connections connections;
    private final Revisions revisions;
    private final LiveRevisions live;
    private final ModelRights rights;
    private final Publisher publisher;
    private final Background background;
    private final Clock clock;

    ModelUseCases(
            Connections connections,
            Revisions revisions,
            LiveRevisions live,
            ModelRights rights,
            Publisher publisher,
            Background background,
            Clock clock) {
        this.connections = connections;
        this.revisions = revisions;
        this.live = live;
        this.rights = rights;
        this.publisher = publisher;
        this.background = background;
        this.clock = clock;
    }

    ModelCheck check(Caller caller, ModelSource source) {
        rights.require(caller, CuentaPermission.MODEL_READ);
        return ModelWire.of(ModelFile.read(
                called(source.file()),
                source.source(),
                next -> revisions
                        .live()
                        .map(any -> new StoredFindings.Stored(
                                diff(next), counted(next, next).accounts()))));
    }

    private static String called(@Nullable String file) {
        return file == null ? FILE : file;
    }

    dev.cuenta.wire.model.ModelDiff diff(Caller caller, ModelSource source) {
        rights.require(caller, CuentaPermission.MODEL_READ);
        ModelFile checked = ModelFile.read(called(source.file()), source.source());
        ModelCheck said = ModelWire.of(checked);
        return checked.model()
                .map(next -> diff(caller, source, said, next))
                .orElseGet(() -> new dev.cuenta.wire.model.ModelDiff(
                        said.errors(), said.warnings(), said.findings(), null, null, null, null, null));
    }

    private dev.cuenta.wire.model.ModelDiff diff(
            Caller caller, ModelSource source, ModelCheck said, AccountModel next) {
        Diff diff = diff(next);
        boolean rewrites = diff.changes().stream().anyMatch(change -> REWRITING.contains(change.effect()));
        InTheWay inTheWay = inTheWay(diff, caller);
        return new dev.cuenta.wire.model.ModelDiff(
                said.errors(),
                said.warnings(),
                said.findings(),
                diff.liveRevision(),
                diff.fingerprint(source.source()),
                rewrites ? counted(next, next).recordsPerSecond() : null,
                diff.changes().stream()
                        .map(change -> ModelWire.of(change, inTheWay))
                        .toList(),
                Boolean.TRUE.equals(source.script())
                        ? publisher.script(diff.liveRevision(), next, diff.changes())
                        : null);
    }

    private InTheWay inTheWay(Diff diff, Caller caller) {
        return live.present() ? live.with(revision -> InTheWay.of(diff, caller, revision)) : InTheWay.NOBODY;
    }

    private Diff diff(AccountModel next) {
        return revisions
                .live()
                .map(revision -> ModelDiff.between(
                        revision.number(),
                        revisions.modelOf(revision),
                        next,
                        counted(revisions.modelOf(revision), next)))
                .orElseGet(() -> ModelDiff.first(next));
    }

    private CountedRecords counted(AccountModel model, AccountModel next) {
        return new CountedRecords(connections, model, next, live.secrets(), live.clock(), this::taken);
    }

    private Optional<Long> taken(RetentionRule rule) {
        return live.with(revision -> Selection.ifItFits(revision.model(), rule, clock.instant())
                .map(selection ->
                        revision.read(Scope.EVERYWHERE, work -> new Accounts(work).count(selection.condition()))));
    }

    /**
     * Begins to publish; the work goes on beside requests. The same file again takes an unfinished publish up where it stood.
     *
     * @return the revision with its progress
     */
    dev.cuenta.wire.publish.Revision publish(Caller caller, PublishRequest request) {
        return ModelWire.of(published(caller, request));
    }

    private Revision published(Caller caller, PublishRequest request) {
        rights.require(caller, CuentaPermission.MODEL_PUBLISH);
        Optional<Revision> begun =
                revisions.unfinished().filter(revision -> revision.source().equals(request.source()));
        if (begun.isPresent()) {
            return resumed(begun.get());
        }
        ModelFile checked = ModelFile.read(called(request.file()), request.source());
        AccountModel next = checked.model().orElseThrow(() -> refusedBy(checked));
        Diff diff = diff(next);
        String fingerprint = diff.fingerprint(request.source());
        if (request.fingerprint() != null && !request.fingerprint().equals(fingerprint)) {
            throw Problem.of(
                    ProblemKind.CONFLICT,
                    "The records or the live revision moved on since the diff " + request.fingerprint()
                            + " was shown; it is now " + fingerprint + ". Look at the diff again.");
        }
        refuseUnanswered(diff, request.allow() == null ? Set.of() : request.allow());
        refuseGiving(caller, next);
        if (diff.isEmpty()) {
            return revisions.live().orElseThrow();
        }
        int number = publisher.begin(
                diff.liveRevision(),
                request.source(),
                withoutExamples(diff),
                caller.author(),
                request.message() == null ? "" : request.message());
        background.hurry();
        tell(caller, number);
        return revisions.numbered(number).orElseThrow();
    }

    /** With the message that it was begun with. */
    private Revision resumed(Revision begun) {
        Revision resumed = begun.control() == Control.PAUSE ? revisions.control(begun.number(), Control.RUN) : begun;
        background.hurry();
        return resumed;
    }

    private void refuseGiving(Caller caller, AccountModel next) {
        if (live.present()) {
            Optional<String> refusal = live.with(
                    revision -> new Promotions(revision.model(), next).refusal(caller.entitlements(revision.model())));
            refusal.ifPresent(why -> {
                throw Problem.of(ProblemKind.FORBIDDEN, "Nothing was published: " + why);
            });
        }
    }

    /** Of the first revision only the history tells: there is nothing yet that activity could stand beside. */
    private void tell(Caller caller, int number) {
        if (live.present()) {
            live.with(revision -> revision.write(Scope.EVERYWHERE, work -> {
                new Activity(work).add(Action.MODEL_PUBLISHED, null, caller.origin(), Map.of("revision", number));
                return number;
            }));
        }
    }

    /** Stored values are for the moment of the decision, not for the history. */
    private static List<Change> withoutExamples(Diff diff) {
        return diff.changes().stream().map(Change::remembered).toList();
    }

    private static Problem refusedBy(ModelFile file) {
        return Problem.invalid(file.findings().stream()
                .filter(finding -> finding.severity() == Severity.ERROR)
                .map(finding -> new Violation(
                        "/source",
                        finding.code().toString(),
                        finding.place() + ": " + finding.message() + " " + finding.advice()))
                .toList());
    }

    private static void refuseUnanswered(Diff diff, Set<String> allowed) {
        List<Change> unanswered = diff.blocking().isEmpty() ? diff.notAllowed(allowed) : diff.blocking();
        if (!unanswered.isEmpty()) {
            List<Violation> violations = unanswered.stream()
                    .map(change -> new Violation(
                            "/source",
                            change.name(),
                            change.what() + " " + change.consequence()
                                    + (change.blocks()
                                            ? ""
                                            : " If that is meant, allow it by its name: " + change.name())))
                    .toList();
            throw Problem.of(
                    ProblemKind.CONFLICT,
                    "Nothing was published: " + violations.get(0).detail(),
                    violations);
        }
    }

    dev.cuenta.wire.publish.Revision revision(Caller caller, int number) {
        rights.require(caller, CuentaPermission.MODEL_READ);
        Revision revision = revisions
                .numbered(number)
                .orElseThrow(() -> Problem.of(
                        ProblemKind.NOT_FOUND,
                        "There is no revision " + number + ". GET /v1/model/revisions lists them."));
        return ModelWire.of(revision, revision.source(), millisInStep(revision));
    }

    /** Pauses, resumes or cancels a publish that is under way. */
    dev.cuenta.wire.publish.Revision control(Caller caller, int number, PublishControl wanted) {
        rights.require(caller, CuentaPermission.MODEL_PUBLISH);
        Revision revision =
                revisions.control(number, Control.valueOf(wanted.control().name()));
        background.hurry();
        return ModelWire.of(revision);
    }

    /** How long the step of a publish has been going on. */
    private long millisInStep(Revision revision) {
        return Math.max(0, clock.millis() - revision.stepStartedAt().toEpochMilli());
    }

    List<dev.cuenta.wire.publish.Revision> history(Caller caller) {
        rights.require(caller, CuentaPermission.MODEL_READ);
        return revisions.history().stream().map(ModelWire::of).toList();
    }

    /** The live one. */
    dev.cuenta.wire.publish.Revision live(Caller caller) {
        return look(caller, ModelWire::live);
    }

    AccessMatrix matrix(Caller caller) {
        return look(caller, ModelWire::matrix);
    }

    private <T> T look(Caller caller, Function<LiveRevision, T> question) {
        return live.with(revision -> {
            caller.requireEverywhere(CuentaPermission.MODEL_READ, revision.model());
            return question.apply(revision);
        });
    }

    /** What every signed-in caller may ask: what concerns their own rights. */
    Form form(Caller caller) {
        return live.with(revision -> FormWire.of(revision, caller));
    }
}
