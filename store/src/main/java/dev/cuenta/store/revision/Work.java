package dev.cuenta.store.revision;

import dev.cuenta.core.account.Scope;
import dev.cuenta.core.account.TenantId;
import dev.cuenta.store.database.Connections;
import dev.cuenta.store.secret.Secrets;
import java.sql.Connection;
import java.sql.SQLException;
import java.sql.Statement;
import java.time.Duration;
import java.util.Objects;
import java.util.function.Supplier;
import org.hibernate.Session;
import org.jspecify.annotations.Nullable;
import org.springframework.jdbc.core.simple.JdbcClient;

/**
 * Work under one revision, on one connection: SQL, and where it writes one transaction, with Hibernate for account records. What it asks
 * for, it asks within its scope.
 */
public final class Work {
    private final LiveRevision revision;
    private final Connection connection;
    private final @Nullable Session session;
    private final Keys keys;
    private Scope scope = Scope.EVERYWHERE;

    private Work(LiveRevision revision, Connection connection, @Nullable Session session, Scope scope) {
        this.revision = revision;
        this.connection = connection;
        this.session = session;
        this.keys = new Keys(this);
        limitTo(scope);
    }

    static Work writing(LiveRevision revision, Session session, Scope scope) {
        return new Work(revision, session.doReturningWork(connection -> connection), session, scope);
    }

    /** Each statement is a transaction of its own, unless something is set for the whole of them: that saves a round trip. */
    static Work reading(LiveRevision revision, Connection connection, Scope scope) {
        return new Work(revision, connection, null, scope);
    }

    public LiveRevision revision() {
        return revision;
    }

    /** Which accounts this work reaches. */
    public Scope scope() {
        return scope;
    }

    /** Asks one question that concerns all that an account is, before deciding on something within the scope. */
    public <T> T everywhere(Supplier<T> question) {
        Scope own = scope;
        limitTo(Scope.EVERYWHERE);
        T answer = question.get();
        limitTo(own);
        return answer;
    }

    /** Tells PostgreSQL too, for this transaction; see {@link RowSecurity}. */
    private void limitTo(Scope next) {
        if (!next.equals(scope)) {
            String setting = next.tenant().map(TenantId::toString).orElse(Connections.EVERYWHERE);
            set("cuenta.scope = '" + setting + "'");
            scope = next;
        }
    }

    /** Each statement from here on fails with SQLSTATE 57014 when it takes longer. */
    public void limitStatements(Duration longest) {
        set("statement_timeout = " + longest.toMillis());
    }

    private void set(String setting) {
        try (Statement statement = connection.createStatement()) {
            connection.setAutoCommit(false);
            statement.execute("set local " + setting);
        } catch (SQLException refusal) {
            throw new IllegalStateException("The database does not take " + setting, refusal);
        }
    }

    /** Whether account records that it reads can be changed. */
    public boolean writes() {
        return session != null;
    }

    /** Hibernate's, of work that writes. */
    public Session session() {
        return Objects.requireNonNull(session, "Work that reads changes nothing");
    }

    public Keys keys() {
        return keys;
    }

    public Secrets secrets() {
        return revision.secrets();
    }

    /** Reads and writes the fixed tables. Account records that were changed must have been flushed before. */
    public JdbcClient sql() {
        return Connections.clientOf(connection);
    }
}
