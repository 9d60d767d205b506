package dev.cuenta.service.job;

import java.time.Duration;

/** Work that was begun by being recorded in the database, and is carried on until it is done. */
public interface Job {
    /** For the log: what is being done. */
    String title();

    /** Does what is left, if anything is. May be called at any time, by any instance; what fails is tried again later. */
    void carryOn();

    /** How long an instance leaves it alone, asked after each time; zero for the next turn. */
    default Duration pause() {
        return Duration.ZERO;
    }

    /** Whether there is something to do while no model is published yet. */
    default boolean precedesModel() {
        return false;
    }
}
