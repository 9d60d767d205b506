package dev.cuenta.service.caller;

import java.time.Duration;

/** So much a minute, evenly; what was not used is saved up, for a minute at most. Times are of {@link System#nanoTime}. */
final class Allowance {
    private static final double MINUTE = Duration.ofMinutes(1).toNanos();

    private int aMinute;
    private double left;
    private long asked;

    Allowance(long now) {
        this.asked = now;
    }

    /** @param most zero for any number */
    synchronized void limit(int most) {
        left = aMinute == 0 ? most : Math.min(left, most);
        aMinute = most;
    }

    /** Takes one, if there is one; how long to wait otherwise. */
    synchronized Duration take(long now) {
        left = Math.min(aMinute, left + (now - asked) * aMinute / MINUTE);
        asked = now;
        if (aMinute == 0) {
            return Duration.ZERO;
        }
        if (left < 1) {
            return Duration.ofNanos((long) Math.ceil((1 - left) * MINUTE / aMinute));
        }
        left--;
        return Duration.ZERO;
    }

    synchronized boolean isIdleSince(long moment) {
        return asked - moment < 0;
    }
}
