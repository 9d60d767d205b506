package dev.cuenta.core.file;

import java.util.Locale;

/** From a camelCase name to words for people. */
final class Names {
    private Names() {}

    static String label(String camelCase) {
        String words = camelCase.replaceAll("([a-z0-9])([A-Z])", "$1 $2").toLowerCase(Locale.ROOT);
        return Character.toUpperCase(words.charAt(0)) + words.substring(1);
    }
}
