package dev.cuenta.store.revision;

import dev.cuenta.store.database.Connections;
import dev.cuenta.store.secret.Secrets;
import org.hibernate.Session;
import org.springframework.jdbc.core.simple.JdbcClient;

/** One transaction under one revision: Hibernate for account records, SQL for the fixed tables, on the same connection. */
public final class Work {
    private final LiveRevision revision;
    private final Session session;
    private final Keys keys;

    Work(LiveRevision revision, Session session) {
        this.revision = revision;
        this.session = session;
        this.keys = new Keys(this);
    }

    public LiveRevision revision() {
        return revision;
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
