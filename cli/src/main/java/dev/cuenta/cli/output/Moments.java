package dev.cuenta.cli.output;

import java.time.Instant;
import java.time.temporal.ChronoUnit;
import org.jspecify.annotations.Nullable;

/** Moments as people read them (RFC 3339, in UTC), without what is finer than they need. */
public final class Moments {
    private Moments() {}

    /** Such as {@code 2026-05-02T08:30:12Z}. */
    public static String second(Instant moment) {
        return moment.truncatedTo(ChronoUnit.SECONDS).toString();
    }

    /** As {@link #second(Instant)}; what is said instead where there is none. */
    public static String second(@Nullable Instant moment, String otherwise) {
        return moment == null ? otherwise : second(moment);
    }

    /** Such as {@code 2026-05-02}. */
    public static String day(Instant moment) {
        return moment.toString().replaceFirst("T.*", "");
    }

    /** Such as {@code 2026-05-02T08:30Z}. */
    public static String minute(Instant moment) {
        return second(moment).replaceFirst(":\\d\\dZ$", "Z");
    }

    /** As {@link #minute(Instant)}; what is said instead where there is none. */
    public static String minute(@Nullable Instant moment, String otherwise) {
        return moment == null ? otherwise : minute(moment);
    }
}
