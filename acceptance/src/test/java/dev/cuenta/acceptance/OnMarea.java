package dev.cuenta.acceptance;

import java.util.Map;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.BeforeAll;

/** All tests of a class share an installation with the demo's records. */
abstract class OnMarea {
    /** Of whoever signs up here. */
    static final String PASSWORD = "nine brown rudders";

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
        return marea.guest()
                .post(
                        "/v1/sign-ups",
                        Map.of(
                                "email",
                                name + "@post.example",
                                "password",
                                PASSWORD,
                                "person",
                                Map.of("givenName", name, "familyName", "Roca")))
                .status(201)
                .json()
                .path("id")
                .asString();
    }

    /** Signs up, and in. */
    static Http person(String name) {
        signUp(name);
        return marea.as(name + "@post.example", PASSWORD);
    }
}
