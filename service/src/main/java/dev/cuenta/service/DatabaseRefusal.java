package dev.cuenta.service;

import com.zaxxer.hikari.pool.HikariPool.PoolInitializationException;
import org.springframework.boot.diagnostics.AbstractFailureAnalyzer;
import org.springframework.boot.diagnostics.FailureAnalysis;

/** Tells a start without its database in words rather than in a stack trace. The server's message names a host, a database or a user. */
final class DatabaseRefusal extends AbstractFailureAnalyzer<PoolInitializationException> {
    @Override
    protected FailureAnalysis analyze(Throwable start, PoolInitializationException refused) {
        Throwable cause = refused.getCause() == null ? refused : refused.getCause();
        return new FailureAnalysis(
                "The database cannot be used: " + cause.getMessage(),
                "Start PostgreSQL, or set CUENTA_DATABASE_URL, CUENTA_DATABASE_USER and CUENTA_DATABASE_PASSWORD (and the same for"
                        + " CUENTA_DATABASE_OWNER); docs/operating.md says how.",
                refused);
    }
}
