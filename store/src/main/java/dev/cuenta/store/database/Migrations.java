package dev.cuenta.store.database;

import javax.sql.DataSource;
import org.flywaydb.core.Flyway;

/** Brings the fixed tables up to date; safe to run from several instances at once. */
public final class Migrations {
    private Migrations() {}

    public static void run(DataSource dataSource) {
        Flyway.configure()
                .dataSource(dataSource)
                .schemas("cuenta")
                .createSchemas(true)
                .load()
                .migrate();
    }
}
