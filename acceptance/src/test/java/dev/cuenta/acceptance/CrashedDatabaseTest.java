package dev.cuenta.acceptance;

import dev.cuenta.store.database.Cluster;
import java.io.IOException;
import java.util.stream.Stream;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.BeforeAll;

/** The database crashes in the midst of each step of a publish; the service goes on. */
class CrashedDatabaseTest extends Survival {
    private static Cluster cluster;

    @BeforeAll
    static void start() throws IOException {
        cluster = Cluster.durable();
        begin(Installation.on(cluster));
    }

    @AfterAll
    static void stop() {
        marea.close();
        cluster.close();
    }

    static Stream<String> steps() {
        return Stream.of("expand", "fill", "prove", "swap", "drain", "contract");
    }

    @Override
    void end() {
        cluster.crash();
    }
}
