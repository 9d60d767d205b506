package dev.cuenta.core.model;

import dev.cuenta.core.filter.Filter;
import java.math.BigDecimal;
import java.math.RoundingMode;
import java.util.Locale;
import org.jspecify.annotations.Nullable;

/**
 * Which accounts go, when, and how.
 *
 * @param label what people call it
 * @param where the accounts it is about; null for all
 * @param whereText the same as it was written
 * @param since the date or instant from which {@code after} is counted: a field, {@code meta.created} or
 *     {@code meta.lastModified}
 * @param schedule when it runs by itself; null for never
 * @param atMost what one run takes without being allowed to take more
 */
public record RetentionRule(
        String name,
        String label,
        @Nullable Filter where,
        String whereText,
        Span after,
        String since,
        Action action,
        @Nullable Schedule schedule,
        AtMost atMost) {
    /**
     * A limit for one run, the smaller of the two. Ten accounts are always within it.
     *
     * @param percent of all accounts
     */
    public record AtMost(BigDecimal percent, int count) {
        public static final AtMost DEFAULT = new AtMost(BigDecimal.TEN, 1000);
        private static final long ALWAYS = 10;
        private static final int HUNDRED = 2;

        /** With how many accounts it is as high as it gets: nobody has to count more of them. */
        public int decidedBy() {
            return percent.signum() == 0
                    ? 0
                    : BigDecimal.valueOf(count)
                            .movePointRight(HUNDRED)
                            .divide(percent, 0, RoundingMode.UP)
                            .min(BigDecimal.valueOf(Integer.MAX_VALUE))
                            .intValue();
        }

        /** How many accounts that is where there are so many. */
        public long of(long accounts) {
            long share = percent.multiply(BigDecimal.valueOf(accounts))
                    .movePointLeft(HUNDRED)
                    .longValue();
            return Math.min(count, Math.max(ALWAYS, share));
        }
    }

    /** What it says of which accounts go, and how; another text is another rule. */
    public String definition() {
        return action.name().toLowerCase(Locale.ROOT) + " " + after + " after " + since
                + (where == null ? "" : " where " + whereText);
    }

    /** What happens to an account whose time has come. */
    public enum Action {
        /** It goes, with everything that hangs on it. */
        DELETE,
        /** It stays, without what tells whose it was. */
        ANONYMISE,
        /** It is put aside, out of everyone's reach, and can be brought back. */
        ARCHIVE
    }
}
