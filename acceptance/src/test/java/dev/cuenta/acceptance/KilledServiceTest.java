package dev.cuenta.acceptance;

import java.io.IOException;
import java.util.stream.Stream;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.BeforeAll;

/**
 * The service is killed in the midst of a publish: between two batches, while the new revision goes live, and when it is live. A publish
 * that is cut off at each of its statements is the store's to test.
 */
class KilledServiceTest extends Survival {
    @BeforeAll
    static void start() throws IOException {
        begin(Installation.process());
    }

    @AfterAll
    static void stop() {
        marea.close();
    }

    static Stream<String> steps() {
        return Stream.of("fill", "swap", "contract");
    }

    @Override
    void end() {
        marea.stop();
        letGo();
        marea.start();
    }
}
