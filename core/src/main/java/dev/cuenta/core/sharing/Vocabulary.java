package dev.cuenta.core.sharing;

import java.util.ArrayList;
import java.util.Collection;
import java.util.Collections;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeSet;

/**
 * The names that a service's code spells out: what may stand in an answer, and what it may ask about.
 *
 * @param roles by their numbers
 * @param options by the field that has them
 */
public record Vocabulary(
        Map<String, Integer> roles, Set<String> kinds, Set<String> permissions, Map<String, List<String>> options) {
    /** More than any code spells out. */
    public static final int MOST_NAMES = 2000;

    public Vocabulary {
        roles = Collections.unmodifiableMap(new LinkedHashMap<>(roles));
        kinds = Collections.unmodifiableSet(new TreeSet<>(kinds));
        permissions = Collections.unmodifiableSet(new TreeSet<>(permissions));
        options = Collections.unmodifiableMap(new LinkedHashMap<>(options));
    }

    public int names() {
        return roles.size()
                + kinds.size()
                + permissions.size()
                + options.values().stream().mapToInt(List::size).sum();
    }

    /** All that a contract lets a service meet. */
    public static Vocabulary of(Contract contract) {
        Map<String, List<String>> options = new LinkedHashMap<>();
        contract.reads().forEach((field, promise) -> options(promise).ifPresent(all -> options.put(field, all)));
        contract.writes()
                .forEach((field, promise) -> options(promise).ifPresent(all -> options.putIfAbsent(field, all)));
        return new Vocabulary(contract.roles(), contract.kinds(), contract.asks(), options);
    }

    /** Those of a single choice, or of one among several. */
    private static Optional<List<String>> options(Contract.Promise promise) {
        Object values = promise.schema().get("enum");
        if (values == null && promise.schema().get("items") instanceof Map<?, ?> items) {
            values = items.get("enum");
        }
        return values instanceof Collection<?> all
                ? Optional.of(all.stream().map(String::valueOf).toList())
                : Optional.empty();
    }

    /**
     * Where the code and the live model differ: what is gone or was renumbered, and what the code does not know. A section of which
     * the code knows nothing is none of its business.
     */
    public List<Gap> differences(Vocabulary live) {
        List<Gap> gaps = new ArrayList<>();
        roles(live.roles, gaps);
        names("kind", "/kinds", kinds, live.kinds, gaps);
        // A permission that it does not ask about yet does it no harm.
        missing("permission", "/permissions", permissions, live.permissions, gaps);
        options.forEach((field, known) -> names(
                "option of `" + field + "`",
                "/options/" + field,
                known,
                live.options.getOrDefault(field, List.of()),
                gaps));
        return gaps;
    }

    private void roles(Map<String, Integer> live, List<Gap> gaps) {
        if (roles.isEmpty()) {
            return;
        }
        roles.forEach((name, number) -> {
            Optional<String> numbered = live.entrySet().stream()
                    .filter(role -> role.getValue().equals(number))
                    .map(Map.Entry::getKey)
                    .findFirst();
            if (live.containsKey(name) && !number.equals(live.get(name))) {
                gaps.add(new Gap(
                        "/roles/" + name,
                        "The role `" + name + "` has the number " + live.get(name) + ", not " + number + "."));
            } else if (!live.containsKey(name)) {
                gaps.add(new Gap(
                        "/roles/" + name,
                        numbered.map(now -> "The role `" + name + "`, number " + number + ", is called `" + now + "`.")
                                .orElse("There is no role `" + name + "`.")));
            }
        });
        unknown(
                "role",
                "/roles",
                roles.keySet(),
                live.keySet().stream()
                        .filter(name -> !roles.containsValue(live.get(name)))
                        .toList(),
                gaps);
    }

    private static void names(
            String what, String pointer, Collection<String> known, Collection<String> live, List<Gap> gaps) {
        if (!known.isEmpty()) {
            missing(what, pointer, known, live, gaps);
            unknown(what, pointer, known, live, gaps);
        }
    }

    private static void missing(
            String what, String pointer, Collection<String> known, Collection<String> live, List<Gap> gaps) {
        known.stream()
                .filter(name -> !live.contains(name))
                .forEach(name -> gaps.add(new Gap(pointer + "/" + name, "There is no " + what + " `" + name + "`.")));
    }

    private static void unknown(
            String what, String pointer, Collection<String> known, Collection<String> live, List<Gap> gaps) {
        live.stream()
                .filter(name -> !known.contains(name))
                .forEach(name ->
                        gaps.add(new Gap(pointer, "The " + what + " `" + name + "` is not known to the code.")));
    }
}
