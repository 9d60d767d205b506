package dev.cuenta.core.adoption;

import dev.cuenta.core.adoption.Guess.Use;
import dev.cuenta.core.model.AccountModel;
import dev.cuenta.core.model.Field;
import dev.cuenta.core.model.FieldPath;
import java.util.List;
import java.util.Optional;
import java.util.stream.Stream;
import org.jspecify.annotations.Nullable;

/** How rows become accounts of a model, as a file that a person reads before anything happens. */
final class ProposedPlan {
    private final List<Guess> guesses;
    private final ProposedAccount account;
    private final String key;
    private final boolean keepsIds;
    private final @Nullable AccountModel present;

    /** @param present null for the model that is proposed along with the plan */
    ProposedPlan(
            List<Guess> guesses,
            ProposedAccount account,
            String key,
            boolean keepsIds,
            @Nullable AccountModel present) {
        this.guesses = guesses;
        this.account = account;
        this.key = key;
        this.keepsIds = keepsIds;
        this.present = present;
    }

    String text(String source, String from, @Nullable String table, List<String> beside) {
        StringBuilder file = new StringBuilder();
        file.append("# How the rows become accounts. Bring them in: cuenta model adopt --plan FILE --bring\n");
        file.append("source: ").append(source).append("       # under this name the map of ids keeps them\n");
        file.append("from: ").append(Proposal.quoted(from)).append('\n');
        if (table != null) {
            file.append("table: ").append(table).append('\n');
        }
        if (!beside.isEmpty()) {
            file.append("beside: [").append(String.join(", ", beside)).append("]\n");
        }
        file.append("key: ").append(written(key)).append("       # tells rows apart\n");
        file.append("ids: ").append(keepsIds ? "keep" : "new").append("       # keep | new\n");
        account.column(Use.CREATED)
                .ifPresent(column ->
                        file.append("created: ").append(written(column)).append('\n'));
        account.column(Use.LAST_MODIFIED)
                .ifPresent(column ->
                        file.append("lastModified: ").append(written(column)).append('\n'));
        account.column(Use.PASSWORD)
                .ifPresent(column ->
                        file.append("password: ").append(written(column)).append('\n'));
        file.append(account.plan(present));
        fields(file);
        clashes(file);
        return file.toString();
    }

    private Optional<FieldPath> target(Guess guess) {
        return present == null ? Optional.of(guess.field()) : Matching.in(present, guess.field());
    }

    private void fields(StringBuilder file) {
        file.append("fields:\n");
        used().forEach(guess -> target(guess)
                .ifPresent(field -> file.append("  ")
                        .append(field)
                        .append(": ")
                        .append(written(guess.column()))
                        .append('\n')));
        guesses.stream()
                .filter(guess -> guess.use() == Use.LEFT)
                .forEach(guess -> file.append("# left out: " + guess.column() + " " + guess.why())
                        .append('\n'));
        used().filter(guess -> target(guess).isEmpty())
                .forEach(guess -> file.append("# left out: " + guess.column() + "; the model has no field for it")
                        .append('\n'));
    }

    private void clashes(StringBuilder file) {
        file.append("clashes:                # when another account has the same already\n");
        file.append(
                "  # report: name the row and bring nothing; join: the same person; renumber: another id; empty: without the value\n");
        if (keepsIds) {
            file.append("  id: report            # report | renumber | join\n");
        }
        used().filter(guess -> present == null && guess.characteristics().containsKey("uniqueness"))
                .forEach(guess -> clash(guess.field(), guess.use() == Use.IDENTIFIER, file));
        if (present != null) {
            present.fields().values().stream()
                    .filter(Field::unique)
                    .forEach(field -> clash(field.path(), field.required(), file));
        }
    }

    private static void clash(FieldPath field, boolean required, StringBuilder file) {
        file.append("  ")
                .append(field)
                .append(": report         # report | join")
                .append(required ? "" : " | empty")
                .append('\n');
    }

    /** A column's name may be anything; what YAML would read as something else is quoted. */
    static String written(String column) {
        return column.matches("[A-Za-z_][A-Za-z0-9_. -]*") && !column.matches("(?i)null")
                ? column
                : Proposal.quoted(column);
    }

    private Stream<Guess> used() {
        return guesses.stream().filter(Guess::isField);
    }
}
