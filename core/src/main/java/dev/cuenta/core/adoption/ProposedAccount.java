package dev.cuenta.core.adoption;

import dev.cuenta.core.adoption.Guess.Use;
import dev.cuenta.core.model.AccountModel;
import dev.cuenta.core.model.Field;
import dev.cuenta.core.model.FieldPath;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.function.Predicate;
import java.util.stream.Collectors;
import org.jspecify.annotations.Nullable;

/** The columns of what belongs to an account itself: its kind, roles and tenant, and whether its address was confirmed. */
final class ProposedAccount {
    /** Below it there is room for roles that the model's author adds. */
    private static final int FIRST_NUMBER = 10;

    private final Survey survey;
    private final List<Guess> guesses;

    ProposedAccount(Survey survey, List<Guess> guesses) {
        this.survey = survey;
        Optional<FieldPath> confirmed = confirmed(guesses);
        this.guesses = guesses.stream()
                .map(guess -> confirmed.isPresent() && guess.field().equals(confirmed.get()) ? confirmed(guess) : guess)
                .map(guess -> guess.use() == Use.CONFIRMED && confirmed.isEmpty() ? left(guess) : guess)
                .toList();
    }

    /** All columns, where fields know by now that they are confirmed. */
    List<Guess> guesses() {
        return guesses;
    }

    private static Optional<FieldPath> confirmed(List<Guess> guesses) {
        boolean any = guesses.stream().anyMatch(guess -> guess.use() == Use.CONFIRMED);
        return guesses.stream()
                .filter(guess -> any
                        && guess.use() == Use.IDENTIFIER
                        && "email".equals(guess.characteristics().get("type")))
                .map(Guess::field)
                .findFirst();
    }

    private static Guess confirmed(Guess guess) {
        Map<String, String> characteristics = new LinkedHashMap<>(guess.characteristics());
        characteristics.put("confirm", "P3D");
        return new Guess(
                guess.column(),
                guess.use(),
                guess.field(),
                characteristics,
                guess.why(),
                guess.misfits(),
                guess.examples());
    }

    private static Guess left(Guess guess) {
        return new Guess(
                guess.column(),
                Use.LEFT,
                guess.field(),
                Map.of(),
                "says that something was confirmed; there is no email that people sign in with",
                0,
                List.of());
    }

    /** The section of the model file; empty where no column tells kinds apart. */
    String kinds(List<String> profiles) {
        Map<String, String> names = names(Use.KIND);
        if (names.isEmpty()) {
            return "";
        }
        StringBuilder section = new StringBuilder("\nkinds:                         # from `"
                + column(Use.KIND).orElse("") + "`; sign-ups get the first\n");
        String all = profiles.isEmpty() ? "" : ", profiles: [" + String.join(", ", profiles) + "]";
        names.forEach((value, name) -> section.append("  " + name + ": { label: " + Proposal.quoted(value) + all
                + (section.indexOf("default") < 0 ? ", default: true" : "") + " }\n"));
        return section.toString();
    }

    /** Lines of the model file's roles. They may nothing, until somebody says what. */
    String roles() {
        StringBuilder lines = new StringBuilder();
        int[] number = {FIRST_NUMBER};
        names(Use.ROLES).values().stream()
                .filter(name -> !name.equals("administrator"))
                .forEach(name -> lines.append("  " + name + ": { number: " + number[0]++ + ", may: [] }"
                        + "      # from `" + column(Use.ROLES).orElse("") + "`; say what it may\n"));
        return lines.toString();
    }

    /** The section of the model file; empty where no column names tenants. */
    String tenants() {
        return column(Use.TENANT)
                .map(column -> "\ntenants: { membership: one }      # from `" + column + "`\n")
                .orElse("");
    }

    /** Lines of the plan, as far as the model has what they name. */
    String plan(@Nullable AccountModel present) {
        StringBuilder lines = new StringBuilder();
        named("kind", Use.KIND, present == null ? name -> true : present.kinds()::containsKey, lines);
        named("roles", Use.ROLES, present == null ? name -> true : present.roles()::containsKey, lines);
        column(Use.TENANT).ifPresent(column -> {
            boolean fits = present == null || present.tenants().present();
            lines.append(fits ? "" : "# left out: ")
                    .append("tenants: " + ProposedPlan.written(column))
                    .append(fits ? "       # one that is not there is made\n" : "; the model has no tenants\n");
        });
        column(Use.CONFIRMED)
                .flatMap(column -> field(present)
                        .map(field -> "confirmed: { " + field + ": " + ProposedPlan.written(column) + " }\n"))
                .ifPresent(lines::append);
        return lines.toString();
    }

    private void named(String key, Use use, Predicate<String> there, StringBuilder lines) {
        Map<String, String> names = names(use);
        if (names.isEmpty()) {
            return;
        }
        String column = column(use).orElseThrow();
        boolean fits = names.values().stream().allMatch(there);
        String values = names.entrySet().stream()
                .map(entry -> Proposal.quoted(entry.getKey()) + ": " + entry.getValue())
                .collect(Collectors.joining(", "));
        lines.append(fits ? "" : "# Not all of these are in the model. Map them, or remove this:\n# ")
                .append(key + ": { column: " + ProposedPlan.written(column) + ", values: { " + values + " } }\n");
    }

    private Optional<FieldPath> field(@Nullable AccountModel present) {
        return present == null
                ? confirmed(guesses)
                : present.signInFields().stream()
                        .filter(Field::confirmed)
                        .map(Field::path)
                        .findFirst();
    }

    /** The first that is of such use. */
    Optional<String> column(Use use) {
        return guesses.stream()
                .filter(guess -> guess.use() == use)
                .map(Guess::column)
                .findFirst();
    }

    /** By the column's values, what the model calls them. */
    private Map<String, String> names(Use use) {
        Map<String, String> names = new LinkedHashMap<>();
        column(use).flatMap(this::tally).stream()
                .flatMap(tally -> tally.options().stream())
                .flatMap(NamedBy::each)
                .distinct()
                .forEach(value -> {
                    String name = Guess.camelCase(value);
                    names.put(value, names.containsValue(name) ? name + names.size() : name);
                });
        return names;
    }

    private Optional<Tally> tally(String column) {
        return survey.columns().stream()
                .filter(tally -> Objects.equals(tally.column().name(), column))
                .findFirst();
    }
}
