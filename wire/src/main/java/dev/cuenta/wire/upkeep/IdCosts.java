package dev.cuenta.wire.upkeep;

import java.util.List;

/**
 * What each id scheme costs on this database.
 *
 * @param words the same, for people
 */
public record IdCosts(List<Cost> items, List<String> words) {
    /**
     * What one scheme costs.
     *
     * @param locality 1 when neighbours in time are neighbours in the index, 0 when they are scattered over all of it
     * @param guessable whether one id tells others
     */
    public record Cost(
            String scheme,
            long tableBytes,
            long indexBytes,
            long insertsPerSecond,
            double locality,
            boolean guessable) {}
}
