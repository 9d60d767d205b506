package dev.cuenta.cli;

import dev.cuenta.cli.connection.CuentaClient;
import dev.cuenta.core.problem.Problem;
import dev.cuenta.core.problem.Violation;
import dev.cuenta.wire.model.Form.Field;
import dev.cuenta.wire.model.FormControl;
import java.math.BigDecimal;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Optional;
import java.util.function.BiConsumer;
import org.jspecify.annotations.Nullable;
import tools.jackson.core.JacksonException;

/** What somebody types as {@code field=value}. */
public record Assignment(String field, String text) {
    /**
     * Reads what was typed, one after the other.
     *
     * @param assign takes one, and adds what is wrong with it to the list
     * @throws Problem INVALID with everything that is wrong
     */
    public static void each(List<String> typed, BiConsumer<Assignment, List<Violation>> assign) {
        List<Violation> wrong = new ArrayList<>();
        typed.forEach(text -> read(text, wrong).ifPresent(assignment -> assign.accept(assignment, wrong)));
        if (!wrong.isEmpty()) {
            throw Problem.invalid(wrong);
        }
    }

    private static Optional<Assignment> read(String typed, List<Violation> wrong) {
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
