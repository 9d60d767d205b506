package dev.cuenta.acceptance;

import dev.cuenta.service.testing.Http;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.BeforeAll;

/** All tests of a class share an installation with the demo's records. */
abstract class OnMarea {
    /** Of whoever signs up here. */
    static final String PASSWORD = Installation.PASSWORD;

    static Installation marea;

    @BeforeAll
    static void start() {
        marea = Installation.marea();
    }

    @AfterAll
    static void stop() {
        marea.close();
    }

    /** Somebody signs up as {@code NAME@post.example}; their id. */
    static String signUp(String name) {
        return marea.signUp(name);
    }

    /** Signs up, and in. */
    static Http person(String name) {
        return marea.person(name);
    }
}
