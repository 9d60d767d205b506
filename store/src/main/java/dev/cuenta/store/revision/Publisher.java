package dev.cuenta.store.revision;

import dev.cuenta.core.problem.Problem;
import dev.cuenta.core.problem.ProblemKind;
import dev.cuenta.core.revision.Change;
import dev.cuenta.store.database.Connections;
import java.util.List;
import org.jspecify.annotations.Nullable;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.dao.DuplicateKeyException;
import org.springframework.jdbc.core.simple.JdbcClient;

/**
 * Publishes a revision onto live data: expand, fill, prove, swap, drain, contract.
 *
 * <p>The intention is recorded first, then each step when it is done; every step can be repeated. So a publish that is cut off
 * at any moment, by whatever, is taken up again where it stood: by the same instance, another one, or the next start. One
 * instance works at a time, under a database lock that dies with it. Until the swap the old revision is live and complete;
 * after it the new one is, and what is left is tidying.
 */
public final class Publisher {
    private static final Logger LOG = LoggerFactory.getLogger(Publisher.class);
    private static final String LOCK = "cuenta publish";

    private final Connections connections;
    private final Revisions revisions;
    private final LiveRevisions live;

    public Publisher(Connections connections, Revisions revisions, LiveRevisions live) {
        this.connections = connections;
        this.revisions = revisions;
        this.live = live;
    }

    /**
     * Records a revision that is to be published; {@link #carryOn} does it.
     *
     * @throws Problem CONFLICT when another revision is being published
     */
    public int begin(int base, String source, List<Change> changes, String author, String message) {
        if (revisions.unfinished().isPresent()) {
            throw underWay();
        }
        try {
            return revisions.begin(base, source, changes, author, message);
        } catch (DuplicateKeyException another) {
            throw underWay();
        }
    }

    private static Problem underWay() {
        return Problem.of(
                ProblemKind.CONFLICT,
                "Another revision is being published. Wait until it is done, then look at the diff again.");
    }

    /** Does what is left of an unfinished publish, if there is one and no other instance is at it. */
    public void carryOn() {
        connections.alone(LOCK, sql -> {
            Revision revision = revisions.unfinished().orElse(null);
            if (revision != null) {
                try {
                    run(revision, sql);
                } catch (RuntimeException failure) {
                    record(revision, sql, "The step " + stepOf(revision, sql) + " stopped; it will be tried again.");
                    throw failure;
                } finally {
                    // The connection goes back to those who may wait for a lock as long as they like.
                    sql.sql("reset lock_timeout").update();
                }
            }
        });
    }

    private void run(Revision revision, JdbcClient sql) {
        Plan plan = new Plan(
                revision.base() == 0
                        ? null
                        : Revisions.modelOf(revisions.numbered(revision.base()).orElseThrow()),
                Revisions.modelOf(revision));
        Steps steps = new Steps(plan, revision.number(), sql, connections, live);
        record(revision, sql, null);
        for (Step step = revision.step(); step != Step.DONE; step = step.next()) {
            LOG.info("Revision {}: {}", revision.number(), step);
            steps.run(step);
            sql.sql("update cuenta.revision set step = ?, rows_done = 0, rows_total = 0 where number = ?")
                    .params(step.next().toString(), revision.number())
                    .update();
        }
        LOG.info("Revision {} is published", revision.number());
    }

    private static Step stepOf(Revision revision, JdbcClient sql) {
        return Revisions.numbered(revision.number(), sql).map(Revision::step).orElse(revision.step());
    }

    private static void record(Revision revision, JdbcClient sql, @Nullable String failure) {
        sql.sql("update cuenta.revision set failure = ? where number = ?")
                .param(failure)
                .param(revision.number())
                .update();
    }
}
