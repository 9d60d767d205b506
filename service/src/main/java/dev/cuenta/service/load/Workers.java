package dev.cuenta.service.load;

import com.sun.jna.Library;
import com.sun.jna.Native;
import com.sun.jna.Platform;
import java.time.Duration;
import java.util.Optional;
import java.util.concurrent.ExecutionException;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.Future;
import java.util.concurrent.TimeUnit;
import java.util.concurrent.TimeoutException;
import java.util.concurrent.atomic.AtomicInteger;
import java.util.function.Supplier;

/**
 * A few threads that do heavy work for all others. The system's allocator keeps what a thread has freed for that thread: with a few,
 * what hashes take stays bounded, and is at hand again. They step back before others where the system lets them.
 */
final class Workers {
    /** What the C library calls it; on Linux it is about the calling thread (setpriority(2)). */
    private interface Scheduling extends Library {
        int PROCESS = 0;
        int SELF = 0;

        int setpriority(int which, int who, int nice);
    }

    private static final Duration FOR_EVER = Duration.ofDays(1);

    private final ExecutorService threads;

    /** @param nice how far they step back (setpriority(2)) */
    Workers(String name, int count, int nice) {
        AtomicInteger number = new AtomicInteger();
        threads = Executors.newFixedThreadPool(count, work -> {
            Thread thread = new Thread(() -> stepBackAnd(work, nice), name + "-" + number.incrementAndGet());
            thread.setDaemon(true);
            return thread;
        });
    }

    private static void stepBackAnd(Runnable work, int nice) {
        if (Platform.isLinux()) {
            Native.load("c", Scheduling.class).setpriority(Scheduling.PROCESS, Scheduling.SELF, nice);
        }
        work.run();
    }

    /** Has it done by one of them, and waits. */
    <T> T call(Supplier<T> work) {
        return call(work, FOR_EVER).orElseThrow();
    }

    /** As {@link #call(Supplier)}, for so long at most; empty where it takes longer. */
    <T> Optional<T> call(Supplier<T> work, Duration deadline) {
        Future<T> under = threads.submit(work::get);
        try {
            return Optional.of(under.get(deadline.toMillis(), TimeUnit.MILLISECONDS));
        } catch (TimeoutException late) {
            under.cancel(true);
            return Optional.empty();
        } catch (ExecutionException failed) {
            throw failed.getCause() instanceof RuntimeException known ? known : new IllegalStateException(failed);
        } catch (InterruptedException stopping) {
            Thread.currentThread().interrupt();
            throw new IllegalStateException(stopping);
        }
    }
}
