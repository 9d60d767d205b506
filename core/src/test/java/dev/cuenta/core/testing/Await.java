package dev.cuenta.core.testing;

import java.time.Duration;
import java.util.function.BooleanSupplier;
import java.util.function.Predicate;
import java.util.function.Supplier;

/**
 * Waits for what happens elsewhere: in another thread, process or database. The bound is far beyond what the busiest machine needs, so
 * that it only ends what would never come; nothing is measured by it.
 */
public final class Await {
    private static final Duration BOUND = Duration.ofMinutes(2);
    private static final Duration LONG = Duration.ofSeconds(30);
    private static final long SHORTEST_MILLIS = 5;

    /** Whoever looks all the time keeps away what it looks for. */
    private static final long LONGEST_MILLIS = 200;

    private Await() {}

    public static void until(String what, BooleanSupplier condition) {
        until(what, condition::getAsBoolean, Boolean::booleanValue);
    }

    /** The first answer that is good. */
    public static <T> T until(String what, Supplier<T> question, Predicate<? super T> good) {
        long begun = System.nanoTime();
        long end = begun + BOUND.toNanos();
        long pause = SHORTEST_MILLIS;
        T answer = question.get();
        while (!good.test(answer)) {
            if (System.nanoTime() > end) {
                throw new AssertionError("Not within " + BOUND.toMinutes() + " minutes: " + what + "; last: " + answer);
            }
            pause(pause);
            pause = Math.min(pause * 3 / 2, LONGEST_MILLIS);
            answer = question.get();
        }
        tellOfLong(what, Duration.ofNanos(System.nanoTime() - begun));
        return answer;
    }

    /** A test that passes may still show that something waits for what it should not. */
    private static void tellOfLong(String what, Duration waited) {
        if (waited.compareTo(LONG) > 0) {
            System.err.println("Waited " + waited.toSeconds() + " s for: " + what);
        }
    }

    /** Between two looks at something. */
    private static void pause(long millis) {
        try {
            Thread.sleep(millis);
        } catch (InterruptedException stopping) {
            Thread.currentThread().interrupt();
            throw new AssertionError("Interrupted while waiting", stopping);
        }
    }
}
