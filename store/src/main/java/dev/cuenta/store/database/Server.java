package dev.cuenta.store.database;

import javax.sql.DataSource;
import org.jspecify.annotations.Nullable;
import org.springframework.jdbc.datasource.DriverManagerDataSource;

/** A PostgreSQL server, as somebody who may make databases on it knows it. */
public record Server(String url, String user, @Nullable String password) {
    /** Another database of the server; each of its connections is opened and closed for one use. */
    public DataSource database(String name) {
        return new DriverManagerDataSource(
                url.replaceFirst("(//[^/]+/)[^?]*", "$1" + name), user, password == null ? "" : password);
    }

    @Override
    public String toString() {
        return url;
    }
}
