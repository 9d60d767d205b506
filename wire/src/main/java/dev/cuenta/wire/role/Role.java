package dev.cuenta.wire.role;

import java.util.List;
import org.jspecify.annotations.Nullable;

/**
 * A role of the live model.
 *
 * @param number by which the database and tokens of other programs may know it; stays the same for ever
 * @param description for people; empty for none
 * @param byDefault whether every new account gets it
 * @param onCreate whether whoever makes a tenant by signing up gets it there
 * @param withinTenant whether it is given in a tenant, and counts only there
 * @param kinds the only kinds of accounts that it is given to; empty for all
 * @param may permissions; {@code *} for all
 * @param gives the only roles that may be given by it; null for any that whoever gives is a match for
 * @param excludes roles that nobody has beside it
 * @param approval whether it counts only when a second person has approved it
 * @param secondFactor whether it counts only in sessions that were opened with a second factor
 * @param formerly what it was called
 */
public record Role(
        String name,
        int number,
        String label,
        String description,
        boolean byDefault,
        boolean onCreate,
        boolean withinTenant,
        List<String> kinds,
        List<String> may,
        @Nullable List<String> gives,
        List<String> excludes,
        boolean approval,
        boolean secondFactor,
        List<String> formerly) {}
