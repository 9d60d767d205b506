package dev.cuenta.store.retention;

import dev.cuenta.core.model.RetentionRule;
import dev.cuenta.core.model.Schedule;
import dev.cuenta.store.database.Connections;
import java.time.Duration;
import java.time.Instant;
import java.time.OffsetDateTime;
import java.time.ZoneOffset;
import java.util.Collection;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.Map;
import java.util.Objects;

/** Which rules are due by their schedules. Whatever instance looks, each moment of a schedule starts one run. */
public final class RetentionSchedules {
    private record Entry(String schedule, Instant since) {}

    private final Connections connections;

    public RetentionSchedules(Connections connections) {
        this.connections = connections;
    }

    /** Rules of the live model whose moment has come, with that moment. One that was missed for long is due once. */
    public Map<RetentionRule, Instant> due(Collection<RetentionRule> rules, Instant now) {
        Map<String, Schedule> wanted = new LinkedHashMap<>();
        rules.stream()
                .filter(rule -> rule.schedule() != null)
                .forEach(rule -> wanted.put(rule.name(), Objects.requireNonNull(rule.schedule())));
        Map<String, Entry> entries = inStep(wanted);
        Map<String, Instant> started = started(now);
        Map<RetentionRule, Instant> due = new LinkedHashMap<>();
        for (RetentionRule rule : rules) {
            Entry entry = entries.get(rule.name());
            if (rule.schedule() != null && entry != null) {
                rule.schedule()
                        .before(now)
                        .filter(moment -> moment.isAfter(entry.since()) || isWrong(entry.since(), now))
                        .filter(moment -> moment.isAfter(started.getOrDefault(rule.name(), Instant.MIN)))
                        .ifPresent(moment -> due.put(rule, moment));
            }
        }
        return due;
    }

    /** Noted by a clock that was ahead. It may be some moments later than what was asked for, for it is noted after that. */
    private static boolean isWrong(Instant since, Instant now) {
        return since.isAfter(now.plus(Duration.ofMinutes(1)));
    }

    /** What a revision changed counts from the moment at which it is first seen here. */
    private Map<String, Entry> inStep(Map<String, Schedule> wanted) {
        Map<String, Entry> entries = entries();
        boolean same = entries.keySet().equals(wanted.keySet())
                && entries.entrySet().stream()
                        .allMatch(entry ->
                                entry.getValue().schedule().equals(String.valueOf(wanted.get(entry.getKey()))));
        if (same) {
            return entries;
        }
        connections.together(sql -> {
            sql.sql("delete from cuenta.retention_schedule where rule <> all (?)")
                    .param(wanted.keySet().toArray(String[]::new))
                    .update();
            wanted.forEach((rule, schedule) ->
                    sql.sql("""
                            insert into cuenta.retention_schedule as s (rule, schedule) values (?, ?)
                            on conflict (rule) do update set schedule = excluded.schedule, since = now()
                            where s.schedule <> excluded.schedule""").params(rule, schedule.toString()).update());
            return wanted.size();
        });
        return entries();
    }

    private Map<String, Entry> entries() {
        Map<String, Entry> entries = new HashMap<>();
        connections.each(sql -> sql.sql("select * from cuenta.retention_schedule")
                .query((row, index) -> entries.put(
                        row.getString("rule"),
                        new Entry(
                                row.getString("schedule"),
                                row.getObject("since", OffsetDateTime.class).toInstant())))
                .list());
        return entries;
    }

    private Map<String, Instant> started(Instant now) {
        Map<String, Instant> started = new HashMap<>();
        connections.each(sql -> sql.sql("""
                        select rule, max(case when state = 'withdrawn' then finished_at else due_at end) as last
                        from cuenta.retention_run where due_at <= :now group by rule""")
                .param("now", now.atOffset(ZoneOffset.UTC))
                .query((row, index) -> started.put(
                        row.getString("rule"),
                        row.getObject("last", OffsetDateTime.class).toInstant()))
                .list());
        return started;
    }
}
