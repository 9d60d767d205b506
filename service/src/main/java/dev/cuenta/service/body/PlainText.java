package dev.cuenta.service.body;

import dev.cuenta.core.problem.Problem;
import dev.cuenta.core.problem.ProblemKind;

/** Text that PostgreSQL keeps and UTF-8 spells: without NUL, and without half a surrogate pair. */
final class PlainText {
    private PlainText() {}

    /** @throws Problem MALFORMED */
    static String of(String text) {
        if (!isPlain(text)) {
            throw refusal();
        }
        return text;
    }

    static Problem refusal() {
        return Problem.of(ProblemKind.MALFORMED, "The request has a NUL or half a character in it. Take it out.");
    }

    static boolean isPlain(String text) {
        for (int i = 0; i < text.length(); i++) {
            char c = text.charAt(i);
            if (c == 0 || Character.isLowSurrogate(c)) {
                return false;
            }
            if (Character.isHighSurrogate(c)) {
                i++;
                if (i == text.length() || !Character.isLowSurrogate(text.charAt(i))) {
                    return false;
                }
            }
        }
        return true;
    }
}
