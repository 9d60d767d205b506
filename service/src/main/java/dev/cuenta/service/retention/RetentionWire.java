package dev.cuenta.service.retention;

import dev.cuenta.core.model.Schedule;
import dev.cuenta.store.retention.Archive;
import dev.cuenta.store.retention.Archived;
import dev.cuenta.wire.retention.ArchivedAccount;
import dev.cuenta.wire.retention.RestoredAccount;
import dev.cuenta.wire.retention.RetentionAction;
import dev.cuenta.wire.retention.RetentionRule;
import dev.cuenta.wire.retention.RetentionRun;
import dev.cuenta.wire.retention.RunState;
import java.time.Instant;
import java.util.Locale;
import java.util.Optional;

/** Rules, runs and archived accounts as they go over HTTP. */
final class RetentionWire {
    private RetentionWire() {}

    static RetentionRule of(dev.cuenta.core.model.RetentionRule rule, Instant now) {
        Optional<Schedule> schedule = Optional.ofNullable(rule.schedule());
        return new RetentionRule(
                rule.name(),
                rule.label(),
                rule.whereText(),
                rule.after().toString(),
                rule.since(),
                action(rule),
                new RetentionRule.AtMost(
                        rule.atMost().percent().toPlainString() + " %",
                        rule.atMost().count()),
                schedule.map(Schedule::at).orElse(null),
                schedule.map(at -> at.timeZone().getId()).orElse(null),
                schedule.flatMap(at -> at.after(now)).orElse(null));
    }

    static RetentionAction action(dev.cuenta.core.model.RetentionRule rule) {
        return RetentionAction.valueOf(rule.action().name());
    }

    static RetentionRun of(dev.cuenta.store.retention.RetentionRun run) {
        return new RetentionRun(
                run.id(),
                run.rule(),
                RunState.valueOf(run.state().toUpperCase(Locale.ROOT)),
                run.cutoff(),
                run.startedBy(),
                run.startedAt(),
                run.finishedAt(),
                run.matched(),
                run.atMost(),
                run.taken());
    }

    static ArchivedAccount of(Archived archived) {
        return new ArchivedAccount(
                archived.id(), archived.kind(), archived.displayName(), archived.rule(), archived.archivedAt());
    }

    static RestoredAccount of(Archive.Restored restored) {
        return new RestoredAccount(restored.id().text(), restored.left(), restored.lost());
    }
}
