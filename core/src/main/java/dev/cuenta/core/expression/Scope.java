package dev.cuenta.core.expression;

import java.util.LinkedHashMap;
import java.util.Map;

/**
 * What an expression can speak of, by name: the fields of its own group by their short names, all others by their paths.
 *
 * @param variables the path and sort behind each name
 */
public record Scope(Map<String, Variable> variables) {
    /** A field's path, or a name of ours, and its sort. */
    public record Variable(String path, Sort sort) {}

    static final String PRESENT = "present_";
    static final String NOW = "now";
    static final String TODAY = "today";
    static final String ROLES = "roles_";

    public Scope {
        variables = Map.copyOf(variables);
    }

    /** Every variable of the language, ours among them. */
    Map<String, Variable> all() {
        Map<String, Variable> all = new LinkedHashMap<>();
        all.put(NOW, new Variable(NOW, Sort.MOMENT));
        all.put(TODAY, new Variable(TODAY, Sort.MOMENT));
        variables.forEach((name, variable) -> {
            all.put(name, variable);
            all.put(PRESENT + name, new Variable(PRESENT + variable.path(), Sort.TRUTH));
        });
        all.put(ROLES, new Variable(ROLES, Sort.TEXTS));
        return all;
    }

    public static boolean isNow(String path) {
        return path.equals(NOW);
    }

    public static boolean isToday(String path) {
        return path.equals(TODAY);
    }

    public static boolean isRoles(String path) {
        return path.equals(ROLES);
    }
}
