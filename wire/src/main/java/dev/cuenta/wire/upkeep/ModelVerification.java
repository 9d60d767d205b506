package dev.cuenta.wire.upkeep;

import java.util.List;
import org.jspecify.annotations.Nullable;

/** The live revision compared with the database; without differences where they agree. */
public record ModelVerification(int revision, String shape, List<Difference> differences) {
    /**
     * One thing that differs.
     *
     * @param thing such as {@code column email of account}
     * @param expected as PostgreSQL describes it; null for what should not be there
     * @param found null for what is missing
     * @param repair the statement that mends it
     */
    public record Difference(
            String thing,
            @Nullable String expected,
            @Nullable String found,
            String repair) {}
}
