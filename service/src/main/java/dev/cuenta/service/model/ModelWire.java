package dev.cuenta.service.model;

import dev.cuenta.core.access.Right;
import dev.cuenta.core.file.ModelFile;
import dev.cuenta.core.finding.Finding;
import dev.cuenta.core.model.Field;
import dev.cuenta.core.model.Party;
import dev.cuenta.core.revision.Change;
import dev.cuenta.store.live.LiveRevision;
import dev.cuenta.wire.model.AccessMatrix;
import dev.cuenta.wire.model.Effect;
import dev.cuenta.wire.model.ModelChange;
import dev.cuenta.wire.model.ModelCheck;
import dev.cuenta.wire.model.ModelFinding;
import dev.cuenta.wire.model.Sensitivity;
import dev.cuenta.wire.model.Severity;
import dev.cuenta.wire.publish.Control;
import dev.cuenta.wire.publish.Revision;
import dev.cuenta.wire.publish.RevisionState;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import org.jspecify.annotations.Nullable;

/** Findings, changes, revisions and the matrix as they go over HTTP. */
final class ModelWire {
    private ModelWire() {}

    static ModelCheck of(ModelFile file) {
        return new ModelCheck(
                file.count(dev.cuenta.core.finding.Severity.ERROR),
                file.count(dev.cuenta.core.finding.Severity.WARNING),
                file.findings().stream().map(ModelWire::of).toList());
    }

    private static ModelFinding of(Finding finding) {
        return new ModelFinding(
                finding.code().toString(),
                Severity.valueOf(finding.severity().name()),
                finding.place().file(),
                finding.place().line(),
                finding.place().column(),
                finding.path(),
                finding.message(),
                finding.code().why(),
                finding.advice());
    }

    static ModelChange of(Change change, InTheWay inTheWay) {
        List<ModelChange.Account> accounts = inTheWay.of(change).stream()
                .map(id -> new ModelChange.Account(id, inTheWay.names().get(id)))
                .toList();
        return accounts.isEmpty() ? of(change, null, null) : of(change, accounts, inTheWay.filter(change));
    }

    private static ModelChange of(
            Change change, @Nullable List<ModelChange.Account> accounts, @Nullable String filter) {
        return new ModelChange(
                change.name(),
                change.path(),
                Effect.valueOf(change.effect().name()),
                change.what(),
                change.consequence(),
                change.records(),
                change.examples(),
                change.toAllow(),
                accounts,
                filter);
    }

    /** With what it changed. */
    static Revision of(dev.cuenta.store.live.Revision revision) {
        return of(revision, null, null);
    }

    /** With what it changed, its file, and how long its present step takes already. */
    static Revision of(dev.cuenta.store.live.Revision revision, @Nullable String source, @Nullable Long stepMillis) {
        return of(
                revision,
                revision.changes().stream()
                        .map(change -> of(change, null, null))
                        .toList(),
                null,
                source,
                stepMillis);
    }

    /** The live one, with its name and its file. */
    static Revision live(LiveRevision live) {
        return of(live.revision(), null, live.model().name(), live.revision().source(), null);
    }

    private static Revision of(
            dev.cuenta.store.live.Revision revision,
            @Nullable List<ModelChange> changes,
            @Nullable String name,
            @Nullable String source,
            @Nullable Long stepMillis) {
        return new Revision(
                revision.number(),
                RevisionState.valueOf(revision.state().toUpperCase(Locale.ROOT)),
                revision.step().toString(),
                revision.rowsDone(),
                revision.rowsTotal(),
                revision.failure(),
                revision.author(),
                revision.message(),
                Control.valueOf(revision.control().name()),
                revision.stepStartedAt(),
                revision.startedAt(),
                revision.publishedAt(),
                changes,
                name,
                source,
                stepMillis);
    }

    static AccessMatrix matrix(LiveRevision revision) {
        dev.cuenta.core.access.AccessMatrix matrix = revision.matrix();
        return new AccessMatrix(
                revision.number(),
                matrix.parties().stream().map(Party::name).toList(),
                revision.model().declaredFields().stream()
                        .map(field -> row(matrix, field))
                        .toList());
    }

    private static AccessMatrix.Row row(dev.cuenta.core.access.AccessMatrix matrix, Field field) {
        Map<String, AccessMatrix.Cell> cells = new LinkedHashMap<>();
        matrix.parties().forEach(party -> cells.put(party.name(), cell(matrix, party, field)));
        return new AccessMatrix.Row(
                field.path().toString(),
                field.label(),
                Sensitivity.valueOf(field.sensitivity().name()),
                word(field.returned()),
                cells);
    }

    private static AccessMatrix.Cell cell(dev.cuenta.core.access.AccessMatrix matrix, Party party, Field field) {
        dev.cuenta.core.access.AccessMatrix.Cell cell = matrix.cell(party, field);
        return new AccessMatrix.Cell(
                cell.reads(),
                cell.writes(),
                cell.rights().stream().sorted().map(Right::word).toList(),
                matrix.why(party, field));
    }

    private static String word(Enum<?> constant) {
        return constant.name().toLowerCase(Locale.ROOT).replace('_', '-');
    }
}
