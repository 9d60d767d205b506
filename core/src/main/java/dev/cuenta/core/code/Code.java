package dev.cuenta.core.code;

import dev.cuenta.core.model.FieldPath;
import dev.cuenta.core.sharing.Contract;
import dev.cuenta.core.sharing.Vocabulary;
import java.util.Collection;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Objects;
import java.util.Set;
import java.util.stream.Collectors;
import org.jspecify.annotations.Nullable;

/** One file of code about one contract. */
abstract class Code {
    private final Contract contract;
    private final Vocabulary vocabulary;
    private final Map<String, String> optionTypes = new LinkedHashMap<>();
    private final StringBuilder text = new StringBuilder();

    Code(Contract contract) {
        this.contract = contract;
        this.vocabulary = Vocabulary.of(contract);
        Set<String> taken = new HashSet<>();
        vocabulary.options().keySet().forEach(field -> optionTypes.put(field, free(pascal(field) + "Option", taken)));
    }

    /** A name that no other has: {@code mooring.plan} and {@code mooringPlan} are not the same. */
    static String free(String wanted, Set<String> taken) {
        return taken.add(wanted) ? wanted : free(wanted + "_", taken);
    }

    List<String> options(String field) {
        return Objects.requireNonNull(vocabulary.options().get(field));
    }

    /** What the type of a field's options is called. */
    String optionType(String field) {
        return Objects.requireNonNull(optionTypes.get(field));
    }

    abstract String write();

    Contract contract() {
        return contract;
    }

    Vocabulary vocabulary() {
        return vocabulary;
    }

    void line(String line) {
        text.append(line).append('\n');
    }

    String text() {
        return text.toString();
    }

    /** By which command the file is written anew; it says no moment, so that the same contract gives the same file. */
    String origin(Language language) {
        return "What `%s` may rely on: model %s, revision %d. Written by: cuenta types %s --as %s"
                .formatted(contract.service(), contract.model(), contract.revision(), contract.service(), language);
    }

    boolean sees(String attribute) {
        return contract.attributes().contains(attribute);
    }

    /** The account's own fields that the service reads, by their names. */
    Map<String, Value> ownFields() {
        return fields(null);
    }

    /** Those of each profile of which it reads any, by the profile's name. */
    Map<String, Map<String, Value>> profiles() {
        Map<String, Map<String, Value>> profiles = new LinkedHashMap<>();
        for (String path : contract.reads().keySet()) {
            String profile = FieldPath.parse(path).profile();
            if (profile != null) {
                profiles.computeIfAbsent(profile, this::fields);
            }
        }
        return profiles;
    }

    private Map<String, Value> fields(@Nullable String profile) {
        Map<String, Value> fields = new LinkedHashMap<>();
        contract.reads().forEach((name, promise) -> {
            FieldPath path = FieldPath.parse(name);
            if (Objects.equals(profile, path.profile())) {
                fields.put(path.name(), Value.of(promise));
            }
        });
        return fields;
    }

    /** {@code paymentPlan} as {@code PaymentPlan}, {@code in-arrears} as {@code InArrears}. */
    static String pascal(String name) {
        StringBuilder pascal = new StringBuilder();
        for (String word : name.split("[^A-Za-z0-9]+")) {
            if (!word.isEmpty()) {
                pascal.append(word.substring(0, 1).toUpperCase(Locale.ROOT)).append(word.substring(1));
            }
        }
        return pascal.isEmpty() || Character.isDigit(pascal.charAt(0)) ? "V" + pascal : pascal.toString();
    }

    /** {@code harbourMaster} as {@code HARBOUR_MASTER}. */
    static String constant(String name) {
        String words = name.replaceAll("([a-z0-9])([A-Z])", "$1_$2")
                .replaceAll("[^A-Za-z0-9]+", "_")
                .toUpperCase(Locale.ROOT);
        return words.isEmpty() || !Character.isLetter(words.charAt(0)) ? "V" + words : words;
    }

    /** A literal in double quotes, as TypeScript, Java and Python have it. */
    String quoted(String value) {
        StringBuilder quoted = new StringBuilder("\"");
        value.codePoints().forEach(letter -> {
            if (letter == '"' || letter == '\\') {
                quoted.append('\\').append((char) letter);
            } else if (letter < ' ' || letter > '~') {
                quoted.append(escaped(letter));
            } else {
                quoted.append((char) letter);
            }
        });
        return quoted.append('"').toString();
    }

    /** In UTF-16, as most languages count. */
    String escaped(int codePoint) {
        return Character.toString(codePoint)
                .chars()
                .mapToObj("\\u%04x"::formatted)
                .collect(Collectors.joining());
    }

    String quoted(Collection<String> values) {
        return values.stream().map(this::quoted).collect(Collectors.joining(", "));
    }
}
