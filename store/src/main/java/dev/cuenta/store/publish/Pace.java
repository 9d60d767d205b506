package dev.cuenta.store.publish;

/**
 * How many records a batch takes: as many as this database does in a moment, since whoever wants to write one of them waits for
 * the whole batch.
 */
final class Pace {
    private static final long MOMENT_NANOS = 30_000_000;
    private static final int LEAST = 50;
    private static final int MOST = 5000;

    private int size = 500;

    int size() {
        return size;
    }

    void took(long nanos) {
        double factor = (double) MOMENT_NANOS / Math.max(1, nanos);
        size = (int) Math.min(MOST, Math.max(LEAST, size * Math.min(2, Math.max(0.25, factor))));
    }
}
