package dev.cuenta.store.publish;

import dev.cuenta.core.model.AccountModel;
import dev.cuenta.core.problem.Problem;
import dev.cuenta.core.problem.ProblemKind;
import dev.cuenta.core.revision.Change;
import dev.cuenta.store.database.Connections;
import dev.cuenta.store.live.Control;
import dev.cuenta.store.live.LiveRevisions;
import dev.cuenta.store.live.Revision;
import dev.cuenta.store.live.Revisions;
import dev.cuenta.store.live.Step;
import dev.cuenta.store.schema.AccountIndexes;
import dev.cuenta.store.schema.Catalogue;
import dev.cuenta.store.schema.Ddl;
import dev.cuenta.store.schema.DependentTables;
import dev.cuenta.store.schema.KeyFunctions;
import dev.cuenta.store.schema.Layout;
import dev.cuenta.store.schema.RightsStamps;
import dev.cuenta.store.schema.RowSecurity;
import dev.cuenta.store.schema.RuleNames;
import dev.cuenta.store.schema.Shape;
import dev.cuenta.store.schema.TenantsOfAccounts;
import dev.cuenta.store.schema.VersionOfAccounts;
import dev.cuenta.store.shadow.KeptColumns;
import dev.cuenta.store.shadow.Plan;
import dev.cuenta.store.shadow.Statements;
import dev.cuenta.store.shadow.Whereabouts;
import dev.cuenta.store.statement.BriefStatement;
import dev.cuenta.store.statement.LockRetry;
import java.time.Duration;
import java.util.ArrayList;
import java.util.List;
import java.util.Set;
import java.util.stream.Stream;
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
    /** In a row; a lock is waited for a minute each time. */
    private static final int MOST_FAILURES = 20;

    private static final Duration DRAIN_POLL = Duration.ofMillis(100);

    private final Connections connections;
    private final Revisions revisions;
    private final LiveRevisions live;
    /** The revision that failed last, and how often in a row; both under the publish's lock. */
    private int failing;

    private int failures;

    public Publisher(Connections connections, Revisions revisions, LiveRevisions live) {
        this.connections = connections;
        this.revisions = revisions;
        this.live = live;
    }

    /** Makes the tables that an earlier version of the service did not have yet; instances that start together wait for each other. */
    public void prepare() {
        revisions.live().ifPresent(revision -> {
            tables(revision);
            // In no turn: an index that is built waits for statements that began before, also for those that wait for a
            // turn.
            connections.alone("cuenta account indexes", AccountIndexes::makeMissing);
        });
    }

    private void tables(Revision live) {
        connections.inTurn("cuenta prepare", sql -> {
            Shape shape = new Shape(revisions.modelOf(live), Layout.of(live.number(), sql));
            Catalogue catalogue = new Catalogue(sql);
            missing(shape, catalogue).forEach(this::together);
            if (!TenantsOfAccounts.isMade(catalogue)) {
                new TenantsOfAccounts(shape.keyType()).make(connections);
            } else if (!TenantsOfAccounts.isKept(catalogue)) {
                new TenantsOfAccounts(shape.keyType()).keep(connections);
            }
            if (!VersionOfAccounts.isMade(catalogue)) {
                VersionOfAccounts.made().forEach(statement -> together(List.of(statement)));
            }
            if (!RightsStamps.isMade(catalogue)) {
                RightsStamps stamps = new RightsStamps(shape.keyType());
                Stream.concat(stamps.added().stream(), stamps.made().stream())
                        .forEach(statement -> together(List.of(statement)));
            }
            new RowSecurity(shape).owed(catalogue).forEach(this::together);
            new KeyFunctions(shape).owed(catalogue).forEach(statement -> together(List.of(statement)));
        });
    }

    private void together(List<BriefStatement> statements) {
        LockRetry.together(statements, connections);
    }

    /** What an earlier version called otherwise, or did not have. */
    private static List<List<BriefStatement>> missing(Shape shape, Catalogue catalogue) {
        List<List<BriefStatement>> owed = new ArrayList<>();
        List<DependentTables.Part> parts = new DependentTables(shape.keyType()).parts();
        Set<String> missing =
                catalogue.missing(parts.stream().map(DependentTables.Part::name).toList());
        parts.stream()
                .filter(part -> missing.contains(part.name()))
                .forEach(part -> owed.add(List.of(part.statement())));
        if (!catalogue.has(Shape.qualified(null), Ddl.ANONYMISED)) {
            owed.add(List.of(Ddl.addAnonymised()));
        }
        RuleNames.owed(shape.model(), catalogue).forEach(statement -> owed.add(List.of(statement)));
        return owed;
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

    /** Every statement that publishing would send, in order, with a comment line for each step; nothing is run. */
    public List<String> script(int base, AccountModel next, List<Change> changes) {
        return connections.each(sql -> {
            AccountModel before = base == 0 ? null : model(base);
            int number = 1
                    + revisions.history().stream()
                            .mapToInt(Revision::number)
                            .max()
                            .orElse(0);
            Script script = new Script();
            Steps steps = steps(new Plan(number, before, next, changes, layout(sql)), script, sql);
            for (Step step : List.of(Step.EXPAND, Step.FILL, Step.PROVE, Step.SWAP, Step.CONTRACT)) {
                script.title(step);
                run(step, steps, number, sql);
            }
            return script.lines();
        });
    }

    /** Does what is left of an unfinished publish, if there is one, nobody paused it, and no other instance is at it. */
    public void carryOn() {
        connections.alone(LOCK, sql -> {
            Revision revision = revisions.unfinished().orElse(null);
            if (revision != null && revision.control() != Control.PAUSE) {
                try {
                    run(revision, sql);
                } catch (Halted paused) {
                    LOG.info("Revision {} is paused", revision.number());
                } catch (RuntimeException failure) {
                    stopped(revision, failure, sql);
                    throw failure;
                } finally {
                    // The connection goes back to those who may wait for a lock as long as they like.
                    sql.sql("reset lock_timeout").update();
                    sql.sql("reset cuenta.filling").update();
                    sql.sql("reset synchronous_commit").update();
                }
            }
        });
    }

    /**
     * What can pass by itself is tried again, a number of times. What only somebody can mend waits for them, paused. The rest ends:
     * before the swap everything is taken back.
     */
    private void stopped(Revision revision, RuntimeException failure, JdbcClient sql) {
        if (Revisions.controlOf(revision.number(), sql) != Control.RUN) {
            return; // somebody's wish, or a taking-back with its reason, is noted already, and carried on with
        }
        Step step = stepOf(revision, sql);
        Obstacle obstacle = Obstacle.of(failure, step, revisions.modelOf(revision), breaking(revision, sql));
        failures = revision.number() == failing ? failures + 1 : 1;
        failing = revision.number();
        if (obstacle.passes() && failures < MOST_FAILURES) {
            record(revision, sql, obstacle.words() + " It will be tried again.");
        } else if (obstacle.mendable() || obstacle.passes() || step.compareTo(Step.SWAP) > 0) {
            record(
                    revision,
                    sql,
                    obstacle.words() + " Fix that, then: cuenta model resume"
                            + (step.compareTo(Step.SWAP) <= 0
                                    ? "; or take the publish back: cuenta model cancel"
                                    : ""));
            revisions.pause(revision.number(), sql);
        } else {
            revisions.takeBack(revision.number(), obstacle.words() + " Everything is as it was before.", sql);
            takeBack(revision, plan(revision, sql), sql);
        }
    }

    private Obstacle.Breaking breaking(Revision revision, JdbcClient sql) {
        return (field, constraint) -> {
            Whereabouts whereabouts = new Whereabouts(plan(revision, sql), new Catalogue(sql), new KeptColumns(sql));
            boolean swapped = revision.base() == 0 || stepOf(revision, sql).compareTo(Step.SWAP) > 0;
            Shape live = new Shape(swapped ? revisions.modelOf(revision) : model(revision.base()), layout(sql));
            return new Blockers(live, sql).words(field, whereabouts.columnNow(field), constraint);
        };
    }

    private void run(Revision revision, JdbcClient sql) {
        Plan plan = plan(revision, sql);
        Runnable control = () -> obey(revision.number(), sql);
        Steps steps = steps(plan, statements(plan, sql, control), sql);
        if (revision.control() == Control.CANCEL) {
            takeBack(revision, plan, sql);
            return;
        }
        record(revision, sql, null);
        try {
            for (Step step = revision.step(); step != Step.DONE; step = step.next()) {
                control.run();
                LOG.info("Revision {}: {}", revision.number(), step);
                run(step, steps, revision.number(), sql);
                revisions.moveTo(step.next(), revision.number(), sql);
            }
            LOG.info("Revision {} is published", revision.number());
        } catch (Halted halted) {
            if (Revisions.controlOf(revision.number(), sql) != Control.CANCEL) {
                throw halted;
            }
            takeBack(revision, plan, sql);
        }
    }

    /** Only of what is noted to be taken back. */
    private void takeBack(Revision revision, Plan plan, JdbcClient sql) {
        steps(plan, statements(plan, sql, () -> {}), sql).undo();
        revisions.cancelled(revision.number(), sql);
        LOG.info("Revision {} is cancelled", revision.number());
    }

    private Plan plan(Revision revision, JdbcClient sql) {
        AccountModel before = revision.base() == 0 ? null : model(revision.base());
        return new Plan(revision.number(), before, revisions.modelOf(revision), revision.changes(), layout(sql));
    }

    private Steps steps(Plan plan, Statements statements, JdbcClient sql) {
        return new Steps(plan, statements, new Catalogue(sql), new KeptColumns(sql), live.clock(), live.secrets());
    }

    private LiveStatements statements(Plan plan, JdbcClient sql, Runnable control) {
        return new LiveStatements(plan.number(), plan.shape(), sql, connections, live.secrets(), control);
    }

    private void run(Step step, Steps steps, int number, JdbcClient sql) {
        switch (step) {
            case EXPAND -> steps.expand();
            case FILL -> steps.fill();
            case PROVE -> steps.prove();
            case SWAP -> steps.swap();
            case DRAIN -> drain(number, sql);
            case CONTRACT -> steps.contract();
            case DONE -> {}
        }
    }

    private static void obey(int number, JdbcClient sql) {
        if (Revisions.controlOf(number, sql) != Control.RUN) {
            throw new Halted();
        }
    }

    /** Waits until no running instance uses an older revision. One that has not been seen for a while is not running. */
    private void drain(int number, JdbcClient sql) {
        live.refresh();
        while (olderInstances(number, sql) > 0) {
            LockRetry.pause(DRAIN_POLL);
            live.refresh();
        }
    }

    private static long olderInstances(int number, JdbcClient sql) {
        return sql.sql("select count(*) from cuenta.instance where revision < ? and seen_at > now() - interval '5 s'")
                .param(number)
                .query(Long.class)
                .single();
    }

    /** A publish itself knows what is called what. */
    private static Layout layout(JdbcClient sql) {
        return Layout.of(0, sql).settled();
    }

    private AccountModel model(int number) {
        return revisions.modelOf(revisions.numbered(number).orElseThrow());
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
