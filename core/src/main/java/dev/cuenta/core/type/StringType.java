package dev.cuenta.core.type;

import java.util.Locale;
import org.jspecify.annotations.Nullable;

/** One line of text. */
final class StringType extends TextualType {
    private static final int USUAL_LENGTH = 255;

    StringType() {
        super("string");
    }

    @Override
    Outcome readText(String text) {
        return Outcome.accepted(text);
    }

    @Override
    public @Nullable Integer usualLength() {
        return USUAL_LENGTH;
    }

    @Override
    public boolean isOfAnyLength() {
        return true;
    }

    @Override
    public FormControl control() {
        return FormControl.TEXT;
    }

    @Override
    public Object sample(String fieldName, Limits limits, Words words) {
        String hint = fieldName.toLowerCase(Locale.ROOT);
        if (hint.contains("given") || hint.contains("first")) {
            return cut(words.givenName(), limits);
        }
        if (hint.contains("family") || hint.contains("last") || hint.contains("surname")) {
            return cut(words.familyName(), limits);
        }
        if (hint.contains("username") || hint.contains("handle")) {
            return cut(words.handle(), limits);
        }
        if (hint.contains("town") || hint.contains("city") || hint.contains("port")) {
            return cut(words.town(), limits);
        }
        return limits.pattern() == null
                ? cut(words.givenName() + " " + words.town(), limits)
                : ofPattern(limits, words);
    }

    /** Replaces the classes of the commonest patterns; a pattern that asks for more gets no sample. */
    private static String ofPattern(Limits limits, Words words) {
        StringBuilder sample = new StringBuilder();
        var piece = java.util.regex.Pattern.compile(
                        "(\\[A-Z]|\\[a-z]|\\[0-9]|\\\\d|[^\\\\\\[\\](){}?*+|^$])(?:\\{(\\d+)})?")
                .matcher(String.valueOf(limits.pattern()));
        while (piece.find()) {
            int times = piece.group(2) == null ? 1 : Integer.parseInt(piece.group(2));
            for (int i = 0; i < times; i++) {
                sample.append(one(piece.group(1), words));
            }
        }
        return sample.toString();
    }

    private static String one(String atom, Words words) {
        return switch (atom) {
            case "[A-Z]" -> String.valueOf((char) words.between('A', 'Z'));
            case "[a-z]" -> String.valueOf((char) words.between('a', 'z'));
            case "[0-9]", "\\d" -> String.valueOf(words.between(0, 9));
            default -> atom;
        };
    }
}
