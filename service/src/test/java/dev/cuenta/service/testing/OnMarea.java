package dev.cuenta.service.testing;

import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.BeforeAll;

/** All tests of a class share a service with the demo's records. */
public abstract class OnMarea {
    /** Of whoever signs up here. */
    protected static final String PASSWORD = RunningService.PASSWORD;

    protected static RunningService marea;

    @BeforeAll
    static void start() {
        marea = RunningService.marea();
    }

    @AfterAll
    static void stop() {
        marea.close();
    }

    /** Somebody signs up as {@code NAME@post.example}; their id. */
    protected static String signUp(String name) {
        return marea.signUp(name);
    }

    /** Signs up, and in. */
    protected static Http person(String name) {
        return marea.person(name);
    }
}
