package dev.cuenta.service.key;

import dev.cuenta.core.problem.Problem;
import java.util.List;
import java.util.Optional;

/** Keys outside of the database, with which something in it was made. */
public interface CheckedKeys {
    /**
     * Fails where some that are in use are not at hand.
     *
     * @throws Problem UNAVAILABLE saying which, and what to do
     */
    void check();

    /** Why some of all these are missing; empty where none is. */
    static Optional<String> missing(List<CheckedKeys> all) {
        try {
            all.forEach(CheckedKeys::check);
            return Optional.empty();
        } catch (Problem missing) {
            return Optional.of(missing.detail());
        }
    }
}
