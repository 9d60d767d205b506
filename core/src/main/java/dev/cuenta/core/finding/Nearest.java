package dev.cuenta.core.finding;

import java.util.Collection;
import java.util.Comparator;
import java.util.Locale;
import java.util.Optional;

/** Finds the known word that a mistyped one was probably meant to be. */
public final class Nearest {
    private Nearest() {}

    /** The nearest of the known words, if it is near enough to be worth suggesting. */
    public static Optional<String> to(String word, Collection<String> known) {
        int worthSuggesting = Math.max(2, word.length() / 3);
        return known.stream()
                .min(Comparator.<String>comparingInt(other -> apart(word, other))
                        .thenComparing(other -> other))
                .filter(other -> apart(word, other) <= worthSuggesting);
    }

    /** A field of a profile is often meant by its last part alone. */
    private static int apart(String word, String known) {
        int whole = distance(word, known);
        int dot = known.lastIndexOf('.');
        return dot < 0 ? whole : Math.min(whole, distance(word, known.substring(dot + 1)));
    }

    /** {@code did you mean `x`?}, or a list of what there is. */
    public static String advice(String word, Collection<String> known) {
        return to(word, known)
                .map(nearest -> "Did you mean `" + nearest + "`?")
                .orElseGet(() -> known.isEmpty()
                        ? "There is none to choose from."
                        : "Choose one of: "
                                + String.join(", ", known.stream().sorted().toList()) + ".");
    }

    /** Optimal string alignment distance: edits, with a swap of neighbours counted as one. */
    static int distance(String left, String right) {
        String a = left.toLowerCase(Locale.ROOT);
        String b = right.toLowerCase(Locale.ROOT);
        int[][] edits = new int[a.length() + 1][b.length() + 1];
        for (int i = 0; i <= a.length(); i++) {
            for (int j = 0; j <= b.length(); j++) {
                edits[i][j] = i == 0 ? j : j == 0 ? i : cheapest(a, b, i, j, edits);
            }
        }
        return edits[a.length()][b.length()];
    }

    private static int cheapest(String a, String b, int i, int j, int[][] edits) {
        int replaced = edits[i - 1][j - 1] + (a.charAt(i - 1) == b.charAt(j - 1) ? 0 : 1);
        int best = Math.min(replaced, Math.min(edits[i - 1][j], edits[i][j - 1]) + 1);
        boolean swapped = i > 1 && j > 1 && a.charAt(i - 1) == b.charAt(j - 2) && a.charAt(i - 2) == b.charAt(j - 1);
        return swapped ? Math.min(best, edits[i - 2][j - 2] + 1) : best;
    }
}
