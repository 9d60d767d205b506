package dev.cuenta.store.retention;

import com.github.f4b6a3.uuid.UuidCreator;
import dev.cuenta.store.database.Connections;
import dev.cuenta.store.revision.Work;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.time.Instant;
import java.time.OffsetDateTime;
import java.time.ZoneOffset;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.UUID;
import org.jspecify.annotations.Nullable;
import org.springframework.jdbc.core.simple.JdbcClient;
import tools.jackson.core.type.TypeReference;
import tools.jackson.databind.json.JsonMapper;

/** What was pruned, when, by whom, and how much of it. */
public final class RetentionRuns {
    private static final JsonMapper JSON = JsonMapper.builder().build();
    private static final TypeReference<Map<String, Long>> COUNTS = new TypeReference<>() {};
    private static final int SHOWN = 100;

    private final Connections connections;

    public RetentionRuns(Connections connections) {
        this.connections = connections;
    }

    /** Begins a run of the rule, or gives the one that is running: a rule runs once at a time. */
    public RetentionRun begin(String rule, Instant cutoff, String startedBy, long matched) {
        return begin(rule, cutoff, startedBy, matched, null);
    }

    /** As {@link #begin(String, Instant, String, long)}, once for each moment of the rule's schedule. */
    public RetentionRun begin(String rule, Instant cutoff, String startedBy, long matched, @Nullable Instant due) {
        connections.each(sql -> sql.sql("""
                insert into cuenta.retention_run (id, rule, state, cutoff, started_by, matched, due_at)
                values (:id, :rule, 'running', :cutoff, :startedBy, :matched, cast(:due as timestamptz)) on conflict do nothing""")
                .param("id", UuidCreator.getTimeOrderedEpoch())
                .param("rule", rule)
                .param("cutoff", cutoff.atOffset(ZoneOffset.UTC))
                .param("startedBy", startedBy)
                .param("matched", matched)
                .param("due", due == null ? null : due.atOffset(ZoneOffset.UTC))
                .update());
        return connections.each(
                sql -> sql.sql("select * from cuenta.retention_run where rule = ? order by started_at desc limit 1")
                        .param(rule)
                        .query(RetentionRuns::read)
                        .single());
    }

    /** Runs that were cut off, and those that are at work just now. */
    public List<RetentionRun> unfinished() {
        return connections.each(sql -> sql.sql("select * from cuenta.retention_run where state = 'running'")
                .query(RetentionRuns::read)
                .list());
    }

    public Optional<RetentionRun> find(UUID id) {
        return connections.each(sql -> sql.sql("select * from cuenta.retention_run where id = ?")
                .param(id)
                .query(RetentionRuns::read)
                .optional());
    }

    /** Newest first. */
    public List<RetentionRun> recent() {
        return connections.each(sql -> sql.sql("select * from cuenta.retention_run order by started_at desc limit ?")
                .param(SHOWN)
                .query(RetentionRuns::read)
                .list());
    }

    /** Adds what a batch took, in the batch's own transaction. */
    public static void add(Work work, UUID run, Map<String, Long> batch) {
        JdbcClient sql = work.sql();
        Map<String, Long> taken = new LinkedHashMap<>(JSON.readValue(
                sql.sql("select taken from cuenta.retention_run where id = ? for update")
                        .param(run)
                        .query(String.class)
                        .single(),
                COUNTS));
        batch.forEach((sort, count) -> taken.merge(sort, count, Long::sum));
        sql.sql("update cuenta.retention_run set taken = ?::json where id = ?")
                .params(JSON.writeValueAsString(taken), run)
                .update();
    }

    public void finish(UUID run) {
        connections.each(sql -> sql.sql(
                        "update cuenta.retention_run set state = 'done', finished_at = now() where id = ? and state = 'running'")
                .param(run)
                .update());
    }

    private static RetentionRun read(ResultSet row, int index) throws SQLException {
        OffsetDateTime finished = row.getObject("finished_at", OffsetDateTime.class);
        return new RetentionRun(
                row.getObject("id", UUID.class),
                row.getString("rule"),
                row.getString("state"),
                row.getObject("cutoff", OffsetDateTime.class).toInstant(),
                row.getString("started_by"),
                row.getObject("started_at", OffsetDateTime.class).toInstant(),
                finished == null ? null : finished.toInstant(),
                row.getLong("matched"),
                JSON.readValue(row.getString("taken"), COUNTS));
    }
}
