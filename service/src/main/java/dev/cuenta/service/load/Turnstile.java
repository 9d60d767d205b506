package dev.cuenta.service.load;

import dev.cuenta.core.problem.Problem;
import java.time.Duration;
import java.util.concurrent.Semaphore;
import java.util.concurrent.TimeUnit;
import java.util.function.Supplier;

/** Lets so many through at once, in the order in which they came; whoever would wait too long is asked to come back. */
public final class Turnstile {
    private static final Duration LONGEST_WAIT = Duration.ofSeconds(5);

    private final Semaphore places;
    private final String tooMany;

    /**
     * A turnstile for one sort of work.
     *
     * @param tooMany what there is too much of, as a sentence
     */
    public Turnstile(int atOnce, String tooMany) {
        this.places = new Semaphore(atOnce, true);
        this.tooMany = tooMany;
    }

    /**
     * Does the work when there is a place.
     *
     * @throws Problem UNAVAILABLE after five seconds in the queue
     */
    public <T> T pass(Supplier<T> work) {
        try {
            if (!places.tryAcquire(LONGEST_WAIT.toMillis(), TimeUnit.MILLISECONDS)) {
                throw Problem.unavailable(tooMany + " Try again in a moment.", LONGEST_WAIT);
            }
        } catch (InterruptedException stopping) {
            Thread.currentThread().interrupt();
            throw Problem.unavailable("The service is stopping. Try again in a moment.", LONGEST_WAIT);
        }
        try {
            return work.get();
        } finally {
            places.release();
        }
    }
}
