package dev.cuenta.service.load;

import com.sun.jna.Library;
import com.sun.jna.Native;
import com.sun.jna.Platform;
import java.util.concurrent.ExecutionException;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.atomic.AtomicInteger;
import java.util.function.Supplier;

/**
 * A few threads that do heavy work for all others. The system's allocator keeps what a thread has freed for that thread: with a few,
 * what hashes take stays bounded, and is at hand again. They step back before others where the system lets them.
 */
public final class Workers {
    /** What the C library calls it; on Linux it is about the calling thread (setpriority(2)). */
    private interface Scheduling extends Library {
        int PROCESS = 0;
        int SELF = 0;

        int setpriority(int which, int who, int nice);
    }

    private static final int NICE = 10;

    private final ExecutorService threads;

    public Workers(String name, int count) {
        AtomicInteger number = new AtomicInteger();
        threads = Executors.newFixedThreadPool(count, work -> {
            Thread thread = new Thread(() -> stepBackAnd(work), name + "-" + number.incrementAndGet());
            thread.setDaemon(true);
            return thread;
        });
    }

    private static void stepBackAnd(Runnable work) {
        if (Platform.isLinux()) {
            Native.load("c", Scheduling.class).setpriority(Scheduling.PROCESS, Scheduling.SELF, NICE);
        }
        work.run();
    }

    /** Has it done by one of them, and waits. */
    public <T> T call(Supplier<T> work) {
        try {
            return threads.submit(work::get).get();
        } catch (ExecutionException failed) {
            throw failed.getCause() instanceof RuntimeException known ? known : new IllegalStateException(failed);
        } catch (InterruptedException stopping) {
            Thread.currentThread().interrupt();
            throw new IllegalStateException(stopping);
        }
    }
}
