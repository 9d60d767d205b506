package dev.cuenta.store.live;

import dev.cuenta.core.access.AccessMatrix;
import dev.cuenta.core.access.Admission;
import dev.cuenta.core.access.Projection;
import dev.cuenta.core.account.Scope;
import dev.cuenta.core.model.AccountModel;
import dev.cuenta.core.problem.Problem;
import dev.cuenta.core.problem.ProblemKind;
import dev.cuenta.store.database.Connections;
import dev.cuenta.store.schema.RuleNames;
import dev.cuenta.store.schema.Shape;
import dev.cuenta.store.secret.Secrets;
import java.sql.Connection;
import java.sql.SQLException;
import java.time.InstantSource;
import java.util.Map;
import java.util.Objects;
import java.util.concurrent.ConcurrentHashMap;
import java.util.concurrent.atomic.AtomicInteger;
import java.util.function.Function;
import java.util.function.UnaryOperator;
import javax.sql.DataSource;
import org.hibernate.Session;
import org.hibernate.Transaction;
import org.springframework.dao.DataIntegrityViolationException;
import org.springframework.dao.DuplicateKeyException;

/**
 * A revision as an instance runs it: the model, what follows from it, and the mapping onto its tables. Immutable but for its
 * count of users; the last user of a retired revision gives its mapping back.
 */
public final class LiveRevision {
    /**
     * What helps to do again, by its SQLSTATE, and how often at most. An undefined column: once its name has changed, so that a column
     * which somebody took away fails at once. A prepared statement whose column has another type now (feature not supported): each
     * connection of the pool may have one. A deadlock and a transaction that gave way to another: whoever was in the way is gone then.
     */
    private static final Map<String, Integer> AGAIN = Map.of("42703", 3, "0A000", 20, "40P01", 10, "40001", 10);

    private final Revision revision;
    private final AccountModel model;
    private final Shape shape;
    private final AccessMatrix matrix;
    private final Admission admission;
    private final Projection projection;
    private final Mapping mapping;
    private final DataSource dataSource;
    private final Map<Class<?>, Object> plans = new ConcurrentHashMap<>();
    private final Secrets secrets;
    /** Users, and one more until the revision is retired; at 0 the mapping is given back. */
    private final AtomicInteger users = new AtomicInteger(1);

    private final UnaryOperator<LiveRevision> renewed;

    /**
     * @param renewed gives the same revision with the names that columns have by now, acquired; what it gives is released by
     *     whoever asked
     */
    LiveRevision(
            Revision revision,
            Shape shape,
            Mapping mapping,
            DataSource dataSource,
            Secrets secrets,
            InstantSource clock,
            UnaryOperator<LiveRevision> renewed) {
        this.revision = revision;
        this.model = shape.model();
        this.shape = shape;
        this.renewed = renewed;
        this.secrets = secrets;
        this.matrix = new AccessMatrix(model);
        this.admission = new Admission(model, matrix);
        this.projection = new Projection(model, matrix, clock);
        this.mapping = mapping;
        this.dataSource = dataSource;
    }

    public int number() {
        return revision.number();
    }

    public Revision revision() {
        return revision;
    }

    public AccountModel model() {
        return model;
    }

    Secrets secrets() {
        return secrets;
    }

    public Shape shape() {
        return shape;
    }

    public AccessMatrix matrix() {
        return matrix;
    }

    public Admission admission() {
        return admission;
    }

    public Projection projection() {
        return projection;
    }

    /** What follows from the revision, of a sort; made when it is first asked for. */
    public <T> T planned(Class<T> sort, Function<LiveRevision, T> made) {
        return sort.cast(plans.computeIfAbsent(sort, none -> Objects.requireNonNull(made.apply(this))));
    }

    /**
     * Runs the work in one transaction; what it throws rolls it back. Work may be run a second time, after the first was rolled
     * back, when a column got its name in the middle of it, or it and somebody else waited for each other.
     *
     * @param scope which accounts the work reaches
     */
    public <T> T write(Scope scope, Function<Work, T> work) {
        return write(scope, new Premises(), work);
    }

    /**
     * As {@link #write(Scope, Function)}, for somebody who is remembered: what that rests on is asked in the same transaction.
     *
     * @throws Premises.Fallen where they hold no more
     */
    public <T> T write(Scope scope, Premises premises, Function<Work, T> work) {
        try {
            return again(revision -> revision.changing(scope, premises, work));
        } catch (DuplicateKeyException taken) {
            throw taken; // of a value that was given just now
        } catch (DataIntegrityViolationException refusal) {
            throw refused(refusal);
        }
    }

    /**
     * What nobody recognised on the way: a rule of a field that the account broke before, met by a change of something else that hangs on
     * it.
     */
    private RuntimeException refused(DataIntegrityViolationException refusal) {
        return RuleNames.fieldOf(Connections.constraintOf(refusal).replace("\"", ""), model())
                .<RuntimeException>map(
                        field -> Problem.of(
                                ProblemKind.CONFLICT,
                                "The account breaks a rule of `" + field.path()
                                        + "`. Give it a value that fits there first; to see what else differs: cuenta model verify"))
                .orElse(refusal);
    }

    /**
     * Runs work that changes nothing. Each of its statements sees what was committed before it began.
     *
     * @param scope which accounts the work reaches
     */
    public <T> T read(Scope scope, Function<Work, T> work) {
        return read(scope, new Premises(), work);
    }

    /**
     * As {@link #read(Scope, Function)}, for somebody who is remembered: what that rests on is asked with the first question.
     *
     * @param premises tell afterwards whether they hold
     */
    public <T> T read(Scope scope, Premises premises, Function<Work, T> work) {
        return again(revision -> revision.asking(scope, premises, connection -> {}, work));
    }

    /**
     * Runs work that changes nothing, and all of whose statements see what was committed before the first. While it goes on, no publish
     * can change the tables that it reads.
     *
     * @param scope which accounts the work reaches
     */
    public <T> T readAtOnce(Scope scope, Function<Work, T> work) {
        return again(revision -> revision.asking(
                scope,
                new Premises(),
                connection -> {
                    connection.setAutoCommit(false);
                    connection.setReadOnly(true);
                    connection.setTransactionIsolation(Connection.TRANSACTION_REPEATABLE_READ);
                },
                work));
    }

    private interface Preparation {
        void of(Connection connection) throws SQLException;
    }

    private <T> T again(Function<LiveRevision, T> use) {
        for (int attempt = 1; ; attempt++) {
            LiveRevision named = attempt == 1 ? this : renewed.apply(this);
            try {
                return use.apply(named);
            } catch (RuntimeException failure) {
                if (attempt >= AGAIN.getOrDefault(Connections.stateOf(failure), 1)) {
                    throw failure;
                }
            } finally {
                if (attempt > 1) {
                    named.release();
                }
            }
        }
    }

    private <T> T asking(Scope scope, Premises premises, Preparation prepared, Function<Work, T> work) {
        try (Connection connection = dataSource.getConnection()) {
            prepared.of(connection);
            T result = work.apply(Work.reading(this, connection, scope, premises));
            if (!connection.getAutoCommit()) {
                connection.commit();
            }
            return result;
        } catch (SQLException unreachable) {
            throw new IllegalStateException("The database cannot be reached", unreachable);
        }
    }

    private <T> T changing(Scope scope, Premises premises, Function<Work, T> change) {
        try (Connection connection = dataSource.getConnection();
                Session session = mapping.open(connection)) {
            var transaction = session.beginTransaction();
            try {
                Work work = Work.writing(this, session, scope, premises);
                T result = change.apply(work);
                work.conclude();
                transaction.commit();
                return result;
            } catch (RuntimeException | Error failure) {
                rollback(transaction, failure);
                throw failure;
            }
        } catch (SQLException unreachable) {
            throw new IllegalStateException("The database cannot be reached", unreachable);
        }
    }

    private static void rollback(Transaction transaction, Throwable failure) {
        try {
            transaction.rollback();
        } catch (RuntimeException second) {
            failure.addSuppressed(second);
        }
    }

    /** Whether the caller may use the revision; false once it is retired and unused. */
    boolean acquire() {
        return users.getAndUpdate(count -> count == 0 ? 0 : count + 1) > 0;
    }

    void release() {
        if (users.decrementAndGet() == 0) {
            mapping.giveBack();
        }
    }

    boolean inUse() {
        return users.get() > 0;
    }
}
