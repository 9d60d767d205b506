package dev.cuenta.service.key;

import dev.cuenta.core.problem.Problem;

/** Keys outside of the database, with which something in it was made. */
public interface CheckedKeys {
    /**
     * Fails where some that are in use are not at hand.
     *
     * @throws Problem UNAVAILABLE saying which, and what to do
     */
    void check();
}
