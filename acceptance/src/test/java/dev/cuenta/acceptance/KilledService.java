package dev.cuenta.acceptance;

import java.io.IOException;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.BeforeAll;

/** The service is killed in the midst of a step of a publish. */
abstract class KilledService extends Survival {
    @BeforeAll
    static void start() throws IOException {
        begin(Installation.process());
    }

    @AfterAll
    static void stop() {
        marea.close();
    }

    @Override
    void end() {
        marea.stop();
        letGo();
        marea.start();
    }
}
