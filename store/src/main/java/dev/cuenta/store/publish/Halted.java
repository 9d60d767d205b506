package dev.cuenta.store.publish;

/** Somebody wants the publish to stop. Not a failure. */
final class Halted extends RuntimeException {
    private static final long serialVersionUID = 1;

    Halted() {
        super("paused or cancelled", null, false, false);
    }
}
