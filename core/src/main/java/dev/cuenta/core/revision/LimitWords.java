package dev.cuenta.core.revision;

import dev.cuenta.core.type.Limits;
import java.util.ArrayList;
import java.util.List;
import java.util.Objects;
import org.jspecify.annotations.Nullable;

/** Says which limits differ, and how. */
final class LimitWords {
    private static final String NEW_OPTIONS = "new options: ";

    private final List<String> words = new ArrayList<>();

    private LimitWords() {}

    static String between(Limits before, Limits after) {
        LimitWords words = new LimitWords();
        words.options(before.options(), after.options());
        words.compare("minLength", before.minLength(), after.minLength());
        words.compare("maxLength", before.maxLength(), after.maxLength());
        words.compare("min", before.min(), after.min());
        words.compare("max", before.max(), after.max());
        words.compare("maxItems", before.maxItems(), after.maxItems());
        words.compare("maxBytes", before.maxBytes(), after.maxBytes());
        words.compare("pattern", before.pattern(), after.pattern());
        words.compare("caseExact", before.caseExact(), after.caseExact());
        if (words.words.isEmpty()) {
            return "lists its options in another order";
        }
        boolean onlyNewOptions = words.words.size() == 1 && words.words.get(0).startsWith(NEW_OPTIONS);
        return onlyNewOptions ? "gets " + words.words.get(0) : "changes its limits: " + String.join("; ", words.words);
    }

    private void options(List<String> before, List<String> after) {
        List<String> gone = new ArrayList<>(before);
        gone.removeAll(after);
        List<String> fresh = new ArrayList<>(after);
        fresh.removeAll(before);
        if (!fresh.isEmpty()) {
            words.add(NEW_OPTIONS + String.join(", ", fresh));
        }
        if (!gone.isEmpty()) {
            words.add("without the options " + String.join(", ", gone));
        }
    }

    private void compare(String key, @Nullable Object before, @Nullable Object after) {
        if (!Objects.equals(before, after)) {
            words.add(key + " " + (before == null ? "none" : before) + " → " + (after == null ? "none" : after));
        }
    }
}
