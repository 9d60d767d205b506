package dev.cuenta.core.testing;

import java.time.Duration;
import java.util.concurrent.Executors;
import java.util.concurrent.ScheduledExecutorService;
import java.util.concurrent.ScheduledFuture;
import java.util.concurrent.TimeUnit;
import org.junit.jupiter.api.extension.AfterAllCallback;
import org.junit.jupiter.api.extension.BeforeAllCallback;
import org.junit.jupiter.api.extension.ExtensionContext;
import org.junit.platform.commons.logging.LoggerFactory;

/**
 * Ends a class of tests that hangs, and prints what every thread was doing. It is found by its name in {@code META-INF/services}, so it
 * holds for all classes.
 */
public final class ClassLimit implements BeforeAllCallback, AfterAllCallback {
    private static final Duration LIMIT = Duration.ofMinutes(8);
    private static final ScheduledExecutorService CLOCK = Executors.newSingleThreadScheduledExecutor(work -> {
        Thread thread = new Thread(work, "class-limit");
        thread.setDaemon(true);
        return thread;
    });

    @Override
    public void beforeAll(ExtensionContext context) {
        Thread worker = Thread.currentThread();
        ScheduledFuture<?> end = CLOCK.schedule(() -> end(context, worker), LIMIT.toSeconds(), TimeUnit.SECONDS);
        context.getStore(ExtensionContext.Namespace.create(ClassLimit.class)).put(context.getUniqueId(), end);
    }

    @Override
    public void afterAll(ExtensionContext context) {
        context.getStore(ExtensionContext.Namespace.create(ClassLimit.class))
                .remove(context.getUniqueId(), ScheduledFuture.class)
                .cancel(false);
    }

    private static void end(ExtensionContext context, Thread worker) {
        StringBuilder threads = new StringBuilder(context.getDisplayName() + " has taken longer than "
                + LIMIT.toMinutes() + " minutes and is interrupted. Its threads:");
        Thread.getAllStackTraces().forEach((thread, stack) -> {
            threads.append("\n\n").append(thread);
            for (StackTraceElement frame : stack) {
                threads.append("\n    at ").append(frame);
            }
        });
        LoggerFactory.getLogger(ClassLimit.class).error(threads::toString);
        worker.interrupt();
    }
}
