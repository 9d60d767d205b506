package dev.cuenta.cli.check;

/** Amounts of time as people say them. */
public final class Durations {
    private Durations() {}

    public static String spelt(long seconds) {
        if (seconds < 1) {
            return "a second";
        }
        if (seconds < 90) {
            return seconds + " s";
        }
        return seconds < 5400 ? Math.round(seconds / 60.0) + " min" : Math.round(seconds / 360.0) / 10.0 + " h";
    }
}
