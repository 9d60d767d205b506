package dev.cuenta.acceptance;

import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.BeforeAll;

/** All tests of a class share an installation with the demo's records. */
abstract class OnMarea {
    static Installation marea;

    @BeforeAll
    static void start() {
        marea = Installation.marea();
    }

    @AfterAll
    static void stop() {
        marea.close();
    }
}
