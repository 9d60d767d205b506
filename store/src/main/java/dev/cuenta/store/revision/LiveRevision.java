package dev.cuenta.store.revision;

import dev.cuenta.core.access.AccessMatrix;
import dev.cuenta.core.access.Admission;
import dev.cuenta.core.access.Projection;
import dev.cuenta.core.account.Scope;
import dev.cuenta.core.model.AccountModel;
import dev.cuenta.store.database.Connections;
import dev.cuenta.store.secret.Secrets;
import java.time.InstantSource;
import java.util.Map;
import java.util.concurrent.atomic.AtomicInteger;
import java.util.function.Function;
import java.util.function.UnaryOperator;
import org.hibernate.Session;
import org.hibernate.SessionFactory;
import org.hibernate.Transaction;

/**
 * A revision as an instance runs it: the model, what follows from it, and the mapping onto its tables. Immutable but for its
 * count of users; the last user of a retired revision closes its factory.
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
    private final SessionFactory factory;
    private final Secrets secrets;
    /** Users, and one more until the revision is retired; at 0 the factory is closed. */
    private final AtomicInteger users = new AtomicInteger(1);

    private final UnaryOperator<LiveRevision> renewed;

    /**
     * @param renewed gives the same revision with the names that columns have by now, acquired; what it gives is released by
     *     whoever asked
     */
    LiveRevision(
            Revision revision,
            Shape shape,
            SessionFactory factory,
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
        this.factory = factory;
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

    /**
     * Runs the work in one transaction; what it throws rolls it back. Work may be run a second time, after the first was rolled
     * back, when a column got its name in the middle of it, or it and somebody else waited for each other.
     *
     * @param scope which accounts the work reaches
     */
    public <T> T write(Scope scope, Function<Work, T> work) {
        return inTransaction(scope, false, work);
    }

    /**
     * Runs the work in one transaction that changes nothing.
     *
     * @param scope which accounts the work reaches
     */
    public <T> T read(Scope scope, Function<Work, T> work) {
        return inTransaction(scope, true, work);
    }

    private <T> T inTransaction(Scope scope, boolean readOnly, Function<Work, T> work) {
        for (int attempt = 1; ; attempt++) {
            LiveRevision named = attempt == 1 ? this : renewed.apply(this);
            try {
                return named.once(scope, readOnly, work);
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

    private <T> T once(Scope scope, boolean readOnly, Function<Work, T> work) {
        try (Session session = factory.openSession()) {
            session.setDefaultReadOnly(readOnly);
            var transaction = session.beginTransaction();
            try {
                T result = work.apply(new Work(this, session, scope));
                transaction.commit();
                return result;
            } catch (RuntimeException | Error failure) {
                rollback(transaction, failure);
                throw failure;
            }
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
            factory.close();
        }
    }

    boolean inUse() {
        return users.get() > 0;
    }
}
