package dev.cuenta.core.expression;

import java.util.Arrays;
import java.util.Map;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import java.util.stream.Collectors;

/** Says what the expression compiler means in the words that this project uses. */
final class Refusals {
    private static final Pattern NO_OVERLOAD =
            Pattern.compile("found no matching overload for '([^']*)' applied to '\\((.*?)\\)'.*", Pattern.DOTALL);
    private static final Pattern UNEXPECTED =
            Pattern.compile("(?:mismatched|extraneous) input '(.*?)' expecting.*", Pattern.DOTALL);
    private static final Map<String, String> SORTS = Map.of(
            "string", "a text",
            "int", "a whole number",
            "double", "a decimal number",
            "bool", "true or false",
            "google.protobuf.Timestamp", "a date",
            "list(string)", "a list of texts");

    private Refusals() {}

    static String inPlainWords(String message) {
        Matcher overload = NO_OVERLOAD.matcher(message);
        if (overload.matches()) {
            String given = Arrays.stream(overload.group(2).split(", "))
                    .map(type -> SORTS.getOrDefault(type, type))
                    .collect(Collectors.joining(" and "));
            return "`" + operation(overload.group(1)) + "` does not take " + given + ".";
        }
        Matcher unexpected = UNEXPECTED.matcher(message);
        if (unexpected.matches()) {
            return unexpected.group(1).equals("<EOF>")
                    ? "It ends where more is expected."
                    : "`" + unexpected.group(1) + "` is not expected here.";
        }
        return message.lines().findFirst().orElse("It cannot be read") + ".";
    }

    /** Operators are functions with underscores for their operands. */
    private static String operation(String function) {
        return function.startsWith("_") || function.endsWith("_") ? function.replace("_", "") : function;
    }
}
