package dev.cuenta.store.revision;

import dev.cuenta.store.database.Connections;
import org.hibernate.Session;
import org.springframework.jdbc.core.simple.JdbcClient;

/** One transaction under one revision: Hibernate for account records, SQL for the fixed tables, on the same connection. */
public final class Work {
    private final LiveRevision revision;
    private final Session session;

    Work(LiveRevision revision, Session session) {
        this.revision = revision;
        this.session = session;
    }

    public LiveRevision revision() {
        return revision;
    }

    public Session session() {
        return session;
    }

    /** Reads and writes the fixed tables. Account records that were changed must have been flushed before. */
    public JdbcClient sql() {
        return session.doReturningWork(Connections::clientOf);
    }
}
