package dev.cuenta.service.message;

/** A way on which people are written to. */
interface Channel {
    /** Whether the installation has it. */
    boolean present();

    /**
     * Gives a letter to whoever carries it.
     *
     * @throws Undelivered when it was not taken
     */
    void send(String to, Letter letter);

    /** That something was not taken; says neither what nor for whom. */
    final class Undelivered extends RuntimeException {
        Undelivered(String why) {
            super(why, null, false, false);
        }
    }
}
