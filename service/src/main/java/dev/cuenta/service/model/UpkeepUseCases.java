package dev.cuenta.service.model;

import dev.cuenta.core.account.AccountId;
import dev.cuenta.core.account.Scope;
import dev.cuenta.core.permission.CuentaPermission;
import dev.cuenta.core.problem.Problem;
import dev.cuenta.core.problem.ProblemKind;
import dev.cuenta.service.caller.Caller;
import dev.cuenta.store.compare.IdCosts;
import dev.cuenta.store.database.Connections;
import dev.cuenta.store.database.TableOwner;
import dev.cuenta.store.live.FormerIds;
import dev.cuenta.store.live.LiveRevision;
import dev.cuenta.store.live.LiveRevisions;
import dev.cuenta.store.live.Revision;
import dev.cuenta.store.live.Revisions;
import dev.cuenta.store.schema.Tables;
import dev.cuenta.store.verify.EmptyCopy;
import dev.cuenta.store.verify.Leftovers;
import dev.cuenta.store.verify.Verification;
import dev.cuenta.wire.upkeep.DatabaseMade;
import dev.cuenta.wire.upkeep.FormerId;
import dev.cuenta.wire.upkeep.Leftover;
import dev.cuenta.wire.upkeep.ModelTable;
import dev.cuenta.wire.upkeep.ModelVerification;
import java.util.List;
import java.util.function.Function;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Component;

/** Looking after the database of a model: what differs, what lies about, what it costs. */
@Component
final class UpkeepUseCases {
    private static final int LEAST_ROWS = 1000;
    private static final int MOST_ROWS = 5_000_000;
    private static final int LONGEST_PAGE = 5000;

    private final Connections connections;
    private final Revisions revisions;
    private final LiveRevisions live;
    private final ModelRights rights;
    private final EmptyCopy emptyCopy;

    UpkeepUseCases(TableOwner owner, Revisions revisions, LiveRevisions live, ModelRights rights, EmptyCopy emptyCopy) {
        this.connections = owner.connections();
        this.revisions = revisions;
        this.live = live;
        this.rights = rights;
        this.emptyCopy = emptyCopy;
    }

    ModelVerification verify(Caller caller) {
        return look(caller, revision -> {
            Verification verification = new Verification(connections);
            return new ModelVerification(
                    revision.number(),
                    verification.fingerprint(revision.model()),
                    verification.differences(revision.model()).stream()
                            .map(difference -> new ModelVerification.Difference(
                                    difference.thing(), difference.expected(), difference.found(), difference.repair()))
                            .toList());
        });
    }

    /** Measures for some seconds, in temporary tables. */
    dev.cuenta.wire.upkeep.IdCosts idCosts(Caller caller, int rows) {
        rights.require(caller, CuentaPermission.MODEL_READ);
        if (rows < LEAST_ROWS || rows > MOST_ROWS) {
            throw Problem.invalid("/rows", "range", "`rows` must be from " + LEAST_ROWS + " to " + MOST_ROWS + ".");
        }
        List<IdCosts.Cost> costs = new IdCosts(connections).measure(rows);
        return new dev.cuenta.wire.upkeep.IdCosts(
                costs.stream()
                        .map(cost -> new dev.cuenta.wire.upkeep.IdCosts.Cost(
                                cost.scheme(),
                                cost.tableBytes(),
                                cost.indexBytes(),
                                cost.insertsPerSecond(),
                                cost.locality(),
                                cost.guessable()))
                        .toList(),
                IdCosts.inWords(costs));
    }

    /** A database of that name with the live shape and no records. */
    DatabaseMade emptyCopy(Caller caller, String name) {
        rights.require(caller, CuentaPermission.MODEL_PUBLISH);
        if (!name.matches("[a-z][a-z0-9_]{0,49}")) {
            throw Problem.invalid(
                    "/name", "name", "A database's name has small letters, digits and underscores, 50 at most.");
        }
        Revision revision = revisions
                .live()
                .orElseThrow(() -> Problem.of(ProblemKind.CONFLICT, "No account model is published yet."));
        emptyCopy.make(name, revision);
        return new DatabaseMade(name, revision.number());
    }

    /** Of all accounts, so for those only who may do everything with them. */
    List<FormerId> formerIds(Caller caller, @Nullable String after, int limit) {
        int most = Math.min(Math.max(limit, 1), LONGEST_PAGE);
        return live.with(revision -> {
            caller.requireEverywhere(CuentaPermission.MODEL_PUBLISH, revision.model());
            return revision.read(
                    Scope.EVERYWHERE,
                    work -> new FormerIds(work)
                            .page(after == null ? null : new AccountId(after), most).stream()
                                    .map(pair -> new FormerId(
                                            pair.formerId().text(), pair.id().text()))
                                    .toList());
        });
    }

    List<ModelTable> tables(Caller caller) {
        return look(
                caller,
                revision -> new Tables(connections)
                        .list(revision.model()).stream()
                                .map(UpkeepUseCases::wire)
                                .toList());
    }

    private static ModelTable wire(Tables.Table table) {
        return new ModelTable(
                table.name(),
                table.profile(),
                table.rows(),
                table.bytes(),
                table.columns().stream()
                        .map(column ->
                                new ModelTable.Column(column.field(), column.name(), column.type(), column.required()))
                        .toList());
    }

    List<Leftover> leftovers(Caller caller) {
        rights.require(caller, CuentaPermission.MODEL_READ);
        return wire(new Leftovers(connections).list());
    }

    /** Drops for good what revisions up to the given one put aside. */
    List<Leftover> sweep(Caller caller, int upToRevision) {
        return live.with(revision -> {
            caller.requireEverywhere(CuentaPermission.MODEL_PUBLISH, revision.model());
            if (revisions.unfinished().isPresent()) {
                throw Problem.of(
                        ProblemKind.CONFLICT,
                        "A revision is being published and may need what was set aside. Sweep when it is done: cuenta model follow");
            }
            return wire(new Leftovers(connections).sweep(upToRevision, revision.model()));
        });
    }

    private static List<Leftover> wire(List<Leftovers.Leftover> leftovers) {
        return leftovers.stream()
                .map(kept -> new Leftover(
                        kept.table(), kept.column(), kept.keptAs(), kept.revision(), kept.keptAt(), kept.values()))
                .toList();
    }

    private <T> T look(Caller caller, Function<LiveRevision, T> question) {
        return live.with(revision -> {
            caller.requireEverywhere(CuentaPermission.MODEL_READ, revision.model());
            return question.apply(revision);
        });
    }
}
