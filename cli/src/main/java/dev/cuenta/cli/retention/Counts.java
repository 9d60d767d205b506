package dev.cuenta.cli.retention;

import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Set;

/** Counts of records by sort, in words; what is none is left out. */
final class Counts {
    private Counts() {}

    static String of(Map<String, Long> counts) {
        return of(counts, Set.of());
    }

    /** @param estimated sorts that nobody counted one by one */
    static String of(Map<String, Long> counts, Set<String> estimated) {
        List<String> parts = new ArrayList<>();
        counts.forEach((key, count) -> {
            if (count > 0) {
                parts.add((estimated.contains(key) ? "about " : "") + count + " " + sort(key));
            }
        });
        return parts.isEmpty() ? "nothing" : String.join(", ", parts);
    }

    /** Every sort that is not one of the account's own is a profile. */
    private static String sort(String key) {
        return switch (key) {
            case "accounts", "sessions", "memberships", "pictures" -> key;
            case "credentials" -> "passwords";
            case "rolesGiven" -> "roles given";
            default -> key + " profiles";
        };
    }
}
