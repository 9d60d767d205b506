package dev.cuenta.core.adoption;

import dev.cuenta.core.adoption.Guess.Use;
import dev.cuenta.core.model.AccountModel;
import dev.cuenta.core.model.FieldPath;
import dev.cuenta.core.model.HashFormat;
import dev.cuenta.core.model.IdScheme;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.Set;
import java.util.TreeSet;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import org.jspecify.annotations.Nullable;

/** A model file and a plan for what a survey found, with a comment on every guess. */
public final class Proposal {
    /** What a person should look at: a column, and why. */
    public record Doubt(String column, String words, List<String> examples) {}

    private final Survey survey;
    private final List<Guess> guesses;
    private final ProposedAccount account;
    private final Tally key;

    /** @param keyColumn tells rows apart; null for the primary key, or else the first column without repetitions */
    public Proposal(Survey survey, @Nullable String keyColumn) {
        this.survey = survey;
        this.key = key(survey, keyColumn);
        List<Guess> each = survey.columns().stream()
                .map(tally -> Guess.of(tally, survey.rows()))
                .map(guess -> isId() && guess.column().equals(keyName()) ? id(guess) : guess)
                .toList();
        this.account = new ProposedAccount(survey, each);
        this.guesses = account.guesses();
    }

    private static Tally key(Survey survey, @Nullable String given) {
        Optional<Tally> key = given == null
                ? survey.columns().stream()
                        .filter(tally -> tally.column().key())
                        .findFirst()
                        .or(() -> survey.columns().stream()
                                .filter(tally -> tally.distinct() && tally.filled() == survey.rows())
                                .findFirst())
                : survey.columns().stream()
                        .filter(tally -> tally.column().name().equals(given))
                        .findFirst();
        return key.orElseThrow(() -> new IllegalArgumentException(
                given == null
                        ? "No column tells the rows of `" + survey.name() + "` apart. Name one: --key COLUMN"
                        : "`" + survey.name() + "` has no column `" + given + "`."));
    }

    private static Guess id(Guess guess) {
        return new Guess(guess.column(), Use.ID, guess.field(), Map.of(), "the account's id; kept", 0, List.of());
    }

    private String keyName() {
        return key.column().name();
    }

    /** Whether the key can go on as the account's id. */
    private boolean isId() {
        return idScheme().isPresent();
    }

    private Optional<String> idScheme() {
        return switch (key.column().type()) {
            case INTEGER -> Optional.of("sequence");
            case UUID -> Optional.of("uuid4");
            case UNKNOWN -> key.fits("integer") == key.filled() ? Optional.of("sequence") : Optional.empty();
            default -> Optional.empty();
        };
    }

    public String model(String name) {
        StringBuilder file = new StringBuilder();
        file.append("# Proposed from `")
                .append(survey.name())
                .append("` (")
                .append(survey.rows())
                .append(" rows). Each guess says why;\n");
        file.append("# change what is wrong, then: cuenta model check FILE\n");
        file.append("cuenta: 1\n");
        file.append("name: ").append(name).append('\n');
        file.append("id: ")
                .append(idScheme().orElse("uuid7"))
                .append(idComment())
                .append('\n');
        displayName()
                .ifPresent(template ->
                        file.append("displayName: '").append(template).append("'\n"));
        file.append("\naccess:                        # what holds where a field says nothing\n");
        file.append("  read:  [owner, administrator]\n  write: [administrator]\n");
        file.append(account.kinds(profiles()));
        file.append("\nfields:\n");
        fields(null).forEach(guess -> file.append(line(guess, "  ")));
        List<String> profiles = profiles();
        if (!profiles.isEmpty()) {
            file.append("\nprofiles:\n");
            profiles.forEach(profile -> {
                file.append("  ").append(profile).append(":\n    fields:\n");
                fields(profile).forEach(guess -> file.append(line(guess, "      ")));
            });
        }
        password().ifPresent(file::append);
        file.append("\nroles:\n  administrator: { number: 9, may: ['*'] }\n");
        file.append(account.roles());
        file.append(account.tenants());
        return file.toString();
    }

    private String idComment() {
        return idScheme()
                .map(scheme -> "                   # `" + keyName() + "` goes on as the id")
                .orElse("                      # new ids: `" + keyName()
                        + "` cannot be one; the map says which is which");
    }

    private Optional<String> displayName() {
        Map<String, FieldPath> byName = new LinkedHashMap<>();
        used().filter(guess -> guess.characteristics().getOrDefault("type", "").matches("string|email"))
                .forEach(guess -> byName.putIfAbsent(guess.field().name(), guess.field()));
        for (List<String> names : List.of(
                List.of("givenName", "familyName"),
                List.of("firstName", "lastName"),
                List.of("forename", "surname"),
                List.of("fullName"),
                List.of("name"),
                List.of("username"))) {
            if (byName.keySet().containsAll(names)) {
                return Optional.of(
                        names.stream().map(name -> "{" + byName.get(name) + "}").collect(Collectors.joining(" ")));
            }
        }
        return used().filter(guess -> guess.use() == Use.IDENTIFIER)
                .findFirst()
                .map(guess -> "{" + guess.field() + "}");
    }

    private Optional<String> password() {
        Set<HashFormat> formats = new TreeSet<>();
        survey.columns().forEach(tally -> formats.addAll(tally.hashes().keySet()));
        formats.removeIf(HashFormat::isOurs);
        Set<HashFormat> accepted = new TreeSet<>(formats);
        accepted.retainAll(HashFormat.ACCEPTABLE);
        return accepted.isEmpty()
                ? Optional.empty()
                : Optional.of("\npassword:\n  accept: " + accepted
                        + "             # "
                        + (accepted.stream().anyMatch(HashFormat::isWeak)
                                ? "weak ones are wrapped in a strong one; all are rehashed at the next sign-in"
                                : "imported as they are; rehashed at the next sign-in")
                        + "\n");
    }

    private Stream<Guess> used() {
        return guesses.stream().filter(Guess::isField);
    }

    private List<Guess> fields(@Nullable String profile) {
        return used().filter(guess -> Objects.equals(guess.field().profile(), profile))
                .toList();
    }

    private List<String> profiles() {
        return used().map(guess -> guess.field().profile())
                .filter(Objects::nonNull)
                .distinct()
                .toList();
    }

    private static String line(Guess guess, String indent) {
        String characteristics = guess.characteristics().entrySet().stream()
                .map(entry -> entry.getKey() + ": " + entry.getValue())
                .collect(Collectors.joining(", "));
        String comment = guess.why().isEmpty() ? "" : indent + "# " + guess.column() + ": " + guess.why() + "\n";
        return comment + indent + guess.field().name() + ": { " + characteristics + " }\n";
    }

    /**
     * The plan that goes with the proposed model, or with one that is there already.
     *
     * @param source the name under which the map of ids keeps the rows
     * @param present the model that the rows are to follow; null for the proposed one
     */
    public String plan(
            String source, String from, @Nullable String table, List<String> beside, @Nullable AccountModel present) {
        boolean keepsIds = idScheme()
                .filter(scheme -> present == null || (present.id() == IdScheme.SEQUENCE) == scheme.equals("sequence"))
                .isPresent();
        return new ProposedPlan(guesses, account, keyName(), keepsIds, present).text(source, from, table, beside);
    }

    /** What would not fit, and what a guess rests on too little. */
    public List<Doubt> doubts() {
        List<Doubt> doubts = new ArrayList<>();
        guesses.forEach(guess -> {
            if (guess.misfits() > 0
                    || guess.use() == Use.LEFT
                    || guess.why().contains("better a role")
                    || guess.why().contains("will clash")) {
                doubts.add(new Doubt(guess.column(), guess.why(), guess.examples()));
            }
        });
        return doubts;
    }

    static String quoted(String text) {
        return "'" + text.replace("'", "''") + "'";
    }
}
