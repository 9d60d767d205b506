package dev.cuenta.cli;

import dev.cuenta.cli.connection.CuentaClient;
import dev.cuenta.core.problem.Violation;
import dev.cuenta.wire.model.Form.Field;
import dev.cuenta.wire.model.FormControl;
import java.math.BigDecimal;
import java.util.Arrays;
import java.util.List;
import java.util.Optional;
import org.jspecify.annotations.Nullable;
import tools.jackson.core.JacksonException;

/** What somebody types as {@code field=value}. */
public record Assignment(String field, String text) {
    /** Empty for what is none, of which is said what is wrong. */
    public static Optional<Assignment> read(String typed, List<Violation> wrong) {
        int equals = typed.indexOf('=');
        if (equals < 1) {
            wrong.add(new Violation(
                    "",
                    "assignment",
                    "`" + typed + "` is no assignment. Write field=value, such as person.givenName=Ines."));
            return Optional.empty();
        }
        return Optional.of(new Assignment(typed.substring(0, equals), typed.substring(equals + 1)));
    }

    /** As JSON has it; null for nothing. Several values stand in one argument, with commas between them. */
    public @Nullable Object value(Field of) {
        if (text.isEmpty()) {
            return null;
        }
        return of.many()
                ? Arrays.stream(text.split(","))
                        .map(item -> value(of.each(), item.strip()))
                        .toList()
                : value(of.each(), text);
    }

    /** What is no number or truth value stays a text: the service then says what it expected. */
    private static Object value(FormControl control, String text) {
        return switch (control) {
            case CHECKBOX -> text.equals("true") || text.equals("false") ? Boolean.valueOf(text) : text;
            case NUMBER -> text.matches("-?\\d{1,40}(\\.\\d{1,40})?") ? new BigDecimal(text) : text;
            case JSON -> json(text);
            case TEXT, TEXTAREA, EMAIL, TEL, URL, SELECT, DATE, DATETIME_LOCAL, LIST, ACCOUNT, PICTURE -> text;
        };
    }

    /** What is no JSON stays a text as well. */
    private static Object json(String text) {
        try {
            return CuentaClient.json().readValue(text, Object.class);
        } catch (JacksonException notJson) {
            return text;
        }
    }
}
