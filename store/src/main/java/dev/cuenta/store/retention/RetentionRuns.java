package dev.cuenta.store.retention;

import com.github.f4b6a3.uuid.UuidCreator;
import dev.cuenta.core.model.RetentionRule;
import dev.cuenta.store.database.Connections;
import dev.cuenta.store.live.Work;
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

    /**
     * What is to be begun.
     *
     * @param startedBy who, as activity names them
     * @param matched how many accounts are due
     * @param atMost how many one run takes without being allowed to take more
     * @param due the moment of the rule's schedule, for each of which there is one run; null where somebody runs it
     * @param allowed whether it may take more
     */
    public record Wanted(
            RetentionRule rule,
            Instant cutoff,
            String startedBy,
            long matched,
            long atMost,
            @Nullable Instant due,
            boolean allowed) {
        private String state() {
            return matched > atMost && !allowed ? "waiting" : "running";
        }
    }

    /** Begins a run of the rule, or gives the one that is running or waits: there is one at a time. */
    public RetentionRun begin(Wanted wanted) {
        connections.each(sql -> sql.sql("""
                insert into cuenta.retention_run (id, rule, state, cutoff, started_by, matched, at_most, definition, due_at)
                values (:id, :rule, :state, :cutoff, :startedBy, :matched, :atMost, :definition, cast(:due as timestamptz))
                on conflict do nothing""")
                .param("id", UuidCreator.getTimeOrderedEpoch())
                .param("rule", wanted.rule().name())
                .param("state", wanted.state())
                .param("cutoff", wanted.cutoff().atOffset(ZoneOffset.UTC))
                .param("startedBy", wanted.startedBy())
                .param("matched", wanted.matched())
                .param("atMost", wanted.atMost())
                .param("definition", wanted.rule().definition())
                .param("due", wanted.due() == null ? null : wanted.due().atOffset(ZoneOffset.UTC))
                .update());
        return last(wanted.rule().name()).orElseThrow();
    }

    /** The last one of the rule, in whatever state it is. */
    public Optional<RetentionRun> last(String rule) {
        return connections.each(
                sql -> sql.sql("select * from cuenta.retention_run where rule = ? order by started_at desc limit 1")
                        .param(rule)
                        .query(RetentionRuns::read)
                        .optional());
    }

    /** Whether one of the rule is at work, or waits. */
    public boolean underWay(String rule) {
        return last(rule).filter(run -> run.running() || run.waiting()).isPresent();
    }

    /** Lets a run that waits take more than its limit. */
    public void allow(UUID run) {
        changeWaiting(run, "running");
    }

    /** Takes a run back that waits; says whether it did. */
    public boolean withdraw(UUID run) {
        return changeWaiting(run, "withdrawn");
    }

    private boolean changeWaiting(UUID run, String state) {
        return connections.each(sql -> sql.sql(
                                "update cuenta.retention_run set state = :state, finished_at = case when :state = 'withdrawn' then now() end"
                                        + " where id = :id and state = 'waiting'")
                        .param("state", state)
                        .param("id", run)
                        .update())
                > 0;
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
                row.getObject("at_most", Long.class),
                row.getString("definition"),
                JSON.readValue(row.getString("taken"), COUNTS));
    }
}
