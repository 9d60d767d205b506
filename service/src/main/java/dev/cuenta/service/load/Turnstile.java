package dev.cuenta.service.load;

import dev.cuenta.core.problem.Problem;
import java.time.Duration;
import java.util.concurrent.Semaphore;
import java.util.concurrent.ThreadLocalRandom;
import java.util.concurrent.TimeUnit;
import java.util.function.Supplier;

/**
 * Lets so many through at once, in the order in which they came; so many wait, and whoever would be one more, or wait too long, is
 * asked to come back. Those who wait hold a thread each: others need some too.
 */
public final class Turnstile {
    private static final Duration LONGEST_WAIT = Duration.ofSeconds(5);
    /** Not all who are refused come back in the same second. */
    private static final int SPREAD_SECONDS = 4;

    private final Semaphore places;
    private final Semaphore room;
    private final String tooMany;
    private final int all;

    /**
     * A turnstile for one sort of work.
     *
     * @param waiting how many may wait beside those who are let through
     * @param tooMany what there is too much of, as a sentence
     */
    public Turnstile(int atOnce, int waiting, String tooMany) {
        this.places = new Semaphore(atOnce, true);
        this.all = atOnce + waiting;
        this.room = new Semaphore(all);
        this.tooMany = tooMany;
    }

    /**
     * Does the work when there is a place.
     *
     * @throws Problem UNAVAILABLE when the queue is full, or after five seconds in it
     */
    public <T> T pass(Supplier<T> work) {
        if (!room.tryAcquire()) {
            throw full();
        }
        try {
            return inTurn(work);
        } finally {
            room.release();
        }
    }

    /** How many have a place or wait for one. */
    int occupied() {
        return all - room.availablePermits();
    }

    /**
     * Refuses at once when the queue is full: before whatever else a request does.
     *
     * @throws Problem UNAVAILABLE
     */
    public void requireRoom() {
        if (room.availablePermits() == 0) {
            throw full();
        }
    }

    private Problem full() {
        Duration comeBack = Duration.ofSeconds(1 + ThreadLocalRandom.current().nextInt(SPREAD_SECONDS));
        return Problem.unavailable(tooMany + " Try again in a moment.", comeBack);
    }

    private <T> T inTurn(Supplier<T> work) {
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
