package dev.cuenta.wire.role;

import java.util.List;
import org.jspecify.annotations.Nullable;

/**
 * A role of the live model.
 *
 * @param number by which the database and tokens of other programs may know it; stays the same for ever
 * @param byDefault whether every new account gets it
 * @param withinTenant whether it is given in a tenant, and counts only there
 * @param may permissions; {@code *} for all
 * @param gives the only roles that may be given by it; null for any that whoever gives is a match for
 * @param secondFactor whether it counts only in sessions that were opened with a second factor
 */
public record Role(
        String name,
        int number,
        boolean byDefault,
        boolean withinTenant,
        List<String> may,
        @Nullable List<String> gives,
        boolean secondFactor) {}
