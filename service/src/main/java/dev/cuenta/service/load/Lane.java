package dev.cuenta.service.load;

import dev.cuenta.core.problem.Problem;
import java.time.Duration;
import java.util.Optional;
import java.util.function.Supplier;

/**
 * A bulkhead: threads and a bounded queue for one sort of asker, so that another sort, however many there are of it, does not come
 * before these.
 */
public final class Lane {
    private final Turnstile turnstile;
    private final Workers workers;

    /**
     * A lane of its own.
     *
     * @param atOnce how many are served at the same time
     * @param waiting how many may wait beside these
     * @param nice how far its threads step back before others (setpriority(2))
     * @param tooMany what there is too much of, as a sentence
     */
    public Lane(String name, int atOnce, int waiting, int nice, String tooMany) {
        turnstile = new Turnstile(atOnce, waiting, tooMany);
        workers = new Workers(name, atOnce, nice);
    }

    /**
     * Has the work done, and waits for it.
     *
     * @throws Problem UNAVAILABLE when the queue is full, or after five seconds in it
     */
    public <T> T pass(Supplier<T> work) {
        return turnstile.pass(() -> workers.call(work));
    }

    /**
     * As {@link #pass(Supplier)}, for so long at most; what is not done by then is not waited for.
     *
     * @return empty where it took longer
     */
    public <T> Optional<T> pass(Supplier<T> work, Duration deadline) {
        return turnstile.pass(() -> workers.call(work, deadline));
    }

    /** How many are served now or wait for it. */
    public int occupied() {
        return turnstile.occupied();
    }

    /**
     * Refuses at once when the queue is full: before whatever else a request does.
     *
     * @throws Problem UNAVAILABLE
     */
    public void requireRoom() {
        turnstile.requireRoom();
    }
}
