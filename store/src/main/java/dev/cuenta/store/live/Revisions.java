package dev.cuenta.store.live;

import dev.cuenta.core.file.ModelFile;
import dev.cuenta.core.model.AccountModel;
import dev.cuenta.core.problem.Problem;
import dev.cuenta.core.problem.ProblemKind;
import dev.cuenta.core.revision.Change;
import dev.cuenta.store.database.Connections;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.time.Instant;
import java.time.OffsetDateTime;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.concurrent.ConcurrentHashMap;
import org.jspecify.annotations.Nullable;
import org.springframework.jdbc.core.simple.JdbcClient;
import tools.jackson.core.type.TypeReference;
import tools.jackson.databind.json.JsonMapper;

/** The history of the account model. */
public final class Revisions {
    private static final JsonMapper JSON = JsonMapper.builder().build();
    private static final TypeReference<List<Change>> CHANGES = new TypeReference<>() {};

    private final Connections connections;
    private final Map<Integer, AccountModel> models = new ConcurrentHashMap<>();

    public Revisions(Connections connections) {
        this.connections = connections;
    }

    public Optional<Revision> live() {
        return connections.each(sql -> sql.sql("select * from cuenta.revision where state = 'live'")
                .query(Revisions::read)
                .optional());
    }

    /** The one that is being published, or whose contract step is still owed. */
    public Optional<Revision> unfinished() {
        return connections.each(sql -> sql.sql("select * from cuenta.revision where step <> 'done'")
                .query(Revisions::read)
                .optional());
    }

    public Optional<Revision> numbered(int number) {
        return connections.each(sql -> numbered(number, sql));
    }

    public static Optional<Revision> numbered(int number, JdbcClient sql) {
        return sql.sql("select * from cuenta.revision where number = ?")
                .param(number)
                .query(Revisions::read)
                .optional();
    }

    /** Newest first. */
    public List<Revision> history() {
        return connections.each(sql -> sql.sql("select * from cuenta.revision order by number desc")
                .query(Revisions::read)
                .list());
    }

    /**
     * The model that a stored revision declares; read once for each number. It was checked before it was stored, so that a rule
     * which came later says nothing about it.
     */
    public AccountModel modelOf(Revision revision) {
        return models.computeIfAbsent(
                revision.number(), number -> ModelFile.stored("revision " + number, revision.source()));
    }

    /**
     * Records the intention to publish. Fails on a unique index when another publish is under way.
     *
     * @return the new revision's number
     */
    public int begin(int base, String source, List<Change> changes, String author, String message) {
        return connections.each(sql -> sql.sql("""
                        insert into cuenta.revision (number, base, source, author, message, changes, state, step)
                        select coalesce(max(number), 0) + 1, ?, ?, ?, ?, ?::jsonb, 'publishing', 'expand' from cuenta.revision
                        returning number""")
                .params(base, source, author, message, JSON.writeValueAsString(changes))
                .query(Integer.class)
                .single());
    }

    /**
     * Pauses, resumes or cancels the publish that is under way.
     *
     * @throws Problem CONFLICT when none is, or when it is too late to cancel
     */
    public Revision control(int number, Control wanted) {
        // What an earlier attempt stopped at is not why somebody takes it back.
        String from = wanted == Control.CANCEL ? " and state = 'publishing'" : "";
        String failure = wanted == Control.CANCEL ? ", failure = null" : "";
        int changed = connections.each(sql -> sql.sql("update cuenta.revision set control = ?" + failure
                        + " where number = ? and step <> 'done' and control <> 'cancel'"
                        + from)
                .params(wanted.toString(), number)
                .update());
        if (changed == 0) {
            throw Problem.of(
                    ProblemKind.CONFLICT,
                    "Revision " + number + " is not being published any more"
                            + (wanted == Control.CANCEL
                                    ? ", or is live already. Go back with: cuenta model revert"
                                    : ". Look at: cuenta model history"));
        }
        return numbered(number).orElseThrow();
    }

    public static Control controlOf(int number, JdbcClient sql) {
        return Control.of(sql.sql("select control from cuenta.revision where number = ?")
                .param(number)
                .query(String.class)
                .single());
    }

    public void moveTo(Step step, int number, JdbcClient sql) {
        sql.sql(
                        "update cuenta.revision set step = ?, rows_done = 0, rows_total = 0, step_started_at = now() where number = ?")
                .params(step.toString(), number)
                .update();
    }

    /** Notes that the publish was taken back. */
    public void cancelled(int number, JdbcClient sql) {
        sql.sql("update cuenta.revision set state = 'cancelled', step = 'done' where number = ?")
                .param(number)
                .update();
    }

    /**
     * Notes that a publish is to be taken back, which is not live yet, before anything of it is.
     *
     * @param why nobody but the publish itself takes it back
     */
    public void takeBack(int number, String why, JdbcClient sql) {
        sql.sql("update cuenta.revision set control = 'cancel', failure = ? where number = ? and state = 'publishing'")
                .params(why, number)
                .update();
    }

    /** As somebody would who wants to look first. */
    public void pause(int number, JdbcClient sql) {
        sql.sql("update cuenta.revision set control = 'pause' where number = ? and control = 'run'")
                .param(number)
                .update();
    }

    private static Revision read(ResultSet row, int index) throws SQLException {
        return new Revision(
                row.getInt("number"),
                row.getInt("base"),
                row.getString("source"),
                row.getString("author"),
                row.getString("message"),
                JSON.readValue(row.getString("changes"), CHANGES),
                row.getString("state"),
                Step.of(row.getString("step")),
                row.getLong("rows_done"),
                row.getLong("rows_total"),
                row.getString("failure"),
                Control.of(row.getString("control")),
                row.getObject("started_at", OffsetDateTime.class).toInstant(),
                row.getObject("step_started_at", OffsetDateTime.class).toInstant(),
                instant(row.getObject("published_at", OffsetDateTime.class)));
    }

    private static @Nullable Instant instant(@Nullable OffsetDateTime moment) {
        return moment == null ? null : moment.toInstant();
    }
}
