package dev.cuenta.core.model;

import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.stream.Collectors;

/**
 * A program of the team that uses accounts, with its contract: what it reads, what it writes, which permissions it asks about.
 *
 * @param reads names of fields, {@link #ATTRIBUTES}, and wildcards such as {@code person.*}
 * @param writes names of fields and wildcards
 * @param asks names of permissions
 * @param dependents its own sorts of records that hang on an account, and what becomes of them when the account goes
 */
public record Service(
        String name,
        String label,
        Set<String> reads,
        Set<String> writes,
        Set<String> asks,
        Map<String, OnDelete> dependents) {
    /** As SQL's referential actions. */
    public enum OnDelete {
        RESTRICT("restrict"),
        CASCADE("cascade"),
        SET_NULL("setNull");

        private final String word;

        OnDelete(String word) {
            this.word = word;
        }

        /** As model files spell it. */
        public String word() {
            return word;
        }
    }

    /** What every account has and a contract may name in {@code reads}; its id and dates are always shown. */
    public static final Set<String> ATTRIBUTES = Set.of("kind", "displayName", "roles", "tenants");

    public Service {
        reads = Set.copyOf(reads);
        writes = Set.copyOf(writes);
        asks = Set.copyOf(asks);
        dependents = Map.copyOf(dependents);
    }

    /** The fields that the contract reads, its wildcards resolved. A secret field is granted by its name alone. */
    public Set<FieldPath> readFields(AccountModel model) {
        return resolved(reads, model);
    }

    public Set<FieldPath> writtenFields(AccountModel model) {
        return resolved(writes, model);
    }

    /** What every account has and the contract reads. */
    public Set<String> attributes() {
        return ATTRIBUTES.stream().filter(reads::contains).collect(Collectors.toUnmodifiableSet());
    }

    /** The sorts of its records that hold an account in place. */
    public List<String> restricting() {
        return dependents.entrySet().stream()
                .filter(dependent -> dependent.getValue() == OnDelete.RESTRICT)
                .map(Map.Entry::getKey)
                .sorted()
                .toList();
    }

    /** Every name the contract gives. */
    public Set<String> named() {
        Set<String> named = new LinkedHashSet<>(reads);
        named.addAll(writes);
        return named;
    }

    private static Set<FieldPath> resolved(Set<String> names, AccountModel model) {
        Set<FieldPath> fields = new LinkedHashSet<>();
        for (FieldPath path : model.fields().keySet()) {
            boolean secret = model.field(path).orElseThrow().secret();
            if (names.contains(path.toString()) || (!secret && names.contains(wildcard(path)))) {
                fields.add(path);
            }
        }
        return fields;
    }

    /** {@code *} stands for the account's own fields, {@code person.*} for the profile's. */
    static String wildcard(FieldPath path) {
        return path.profile() == null ? "*" : path.profile() + ".*";
    }
}
