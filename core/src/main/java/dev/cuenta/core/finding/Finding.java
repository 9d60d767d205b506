package dev.cuenta.core.finding;

import java.util.LinkedHashMap;
import java.util.Locale;
import java.util.Map;
import org.jspecify.annotations.Nullable;

/**
 * One thing that the checker says.
 *
 * @param path where in the model, such as {@code fields.email.signIn}; empty for the file as a whole
 * @param message what is wrong, in this file's own words
 * @param advice what to do next
 */
public record Finding(FindingCode code, Place place, String path, String message, String advice) {
    public Severity severity() {
        return code.severity();
    }

    /** What {@link #facts} gave, read back. */
    public static Finding of(Map<String, ?> facts) {
        FindingCode code = FindingCode.valueOf(
                String.valueOf(facts.get("code")).toUpperCase(Locale.ROOT).replace('-', '_'));
        Place place =
                new Place(String.valueOf(facts.get("file")), number(facts.get("line")), number(facts.get("column")));
        return new Finding(
                code,
                place,
                String.valueOf(facts.get("path")),
                String.valueOf(facts.get("message")),
                String.valueOf(facts.get("advice")));
    }

    private static int number(@Nullable Object value) {
        return value instanceof Number number ? number.intValue() : 1;
    }

    /** Everything that is said, by the names that JSON uses. */
    public Map<String, Object> facts() {
        Map<String, Object> facts = new LinkedHashMap<>();
        facts.put("code", code.toString());
        facts.put("severity", severity().toString());
        facts.put("file", place.file());
        facts.put("line", place.line());
        facts.put("column", place.column());
        facts.put("path", path);
        facts.put("message", message);
        facts.put("why", code.why());
        facts.put("advice", advice);
        return facts;
    }
}
