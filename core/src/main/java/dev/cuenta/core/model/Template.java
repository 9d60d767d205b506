package dev.cuenta.core.model;

import java.util.ArrayList;
import java.util.List;
import java.util.function.Function;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/** A display text with fields in braces, such as <code>{person.givenName} {person.familyName}</code>. */
public record Template(String text) {
    /** A name in braces. */
    public static final Pattern PLACEHOLDER = Pattern.compile("\\{([^{}]*)}");

    public List<FieldPath> fields() {
        List<FieldPath> fields = new ArrayList<>();
        Matcher matcher = PLACEHOLDER.matcher(text);
        while (matcher.find()) {
            fields.add(FieldPath.parse(matcher.group(1)));
        }
        return fields;
    }

    /** The text with each placeholder replaced; a missing value leaves no gap. */
    public String fill(Function<FieldPath, Object> values) {
        String filled = PLACEHOLDER
                .matcher(text)
                .replaceAll(match ->
                        Matcher.quoteReplacement(String.valueOf(values.apply(FieldPath.parse(match.group(1))))));
        return filled.strip().replaceAll(" {2,}", " ");
    }
}
