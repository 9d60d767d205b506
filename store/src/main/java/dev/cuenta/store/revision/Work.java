package dev.cuenta.store.revision;

import dev.cuenta.core.account.Scope;
import dev.cuenta.core.account.TenantId;
import dev.cuenta.store.database.Connections;
import dev.cuenta.store.secret.Secrets;
import java.sql.Statement;
import java.util.function.Supplier;
import org.hibernate.Session;
import org.springframework.jdbc.core.simple.JdbcClient;

/**
 * One transaction under one revision: Hibernate for account records, SQL for the fixed tables, on the same connection. What it
 * asks for, it asks within its scope.
 */
public final class Work {
    private final LiveRevision revision;
    private final Session session;
    private final Keys keys;
    private Scope scope;

    Work(LiveRevision revision, Session session, Scope scope) {
        this.revision = revision;
        this.session = session;
        this.scope = Scope.EVERYWHERE;
        limitTo(scope);
        this.keys = new Keys(this);
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
            session.doWork(connection -> {
                try (Statement statement = connection.createStatement()) {
                    statement.execute("set local cuenta.scope = '" + setting + "'");
                }
            });
            scope = next;
        }
    }

    public Session session() {
        return session;
    }

    public Keys keys() {
        return keys;
    }

    public Secrets secrets() {
        return revision.secrets();
    }

    /** Reads and writes the fixed tables. Account records that were changed must have been flushed before. */
    public JdbcClient sql() {
        return session.doReturningWork(Connections::clientOf);
    }
}
