package dev.cuenta.service.adoption;

import dev.cuenta.core.adoption.AdoptionPlan.Clash;
import dev.cuenta.core.problem.Problem;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import org.jspecify.annotations.Nullable;

/**
 * What somebody sends of a source.
 *
 * @param kind null for the model's default
 */
record AdoptedRows(String source, @Nullable String kind, Map<String, Clash> clashes, List<Row> rows) {
    private static final int MOST = 500;

    /**
     * One row.
     *
     * @param number its place among those that came with it
     * @param id that it keeps; null for a new one
     * @param created as its own program writes moments
     * @param values by field
     */
    record Row(
            int number,
            String key,
            @Nullable String id,
            @Nullable String created,
            @Nullable String lastModified,
            @Nullable String password,
            Map<String, Object> values) {
        Row withPassword(String hash) {
            return new Row(number, key, id, created, lastModified, hash, values);
        }

        /** The hash of a password must not get into a log line by accident. */
        @Override
        public String toString() {
            return "a row";
        }
    }

    static AdoptedRows read(String source, Map<String, Object> body) {
        if (!source.matches("[a-z0-9][a-z0-9-]{0,39}")) {
            throw Problem.invalid(
                    "/source", "name", "A source's name has small letters, digits and hyphens, 40 at most.");
        }
        List<Row> rows = new ArrayList<>();
        if (body.get("accounts") instanceof List<?> accounts && accounts.size() <= MOST) {
            for (int i = 0; i < accounts.size(); i++) {
                rows.add(row(i, group(accounts.get(i), "/accounts/" + i)));
            }
        } else {
            throw Problem.invalid("/accounts", "type", "Give a list of " + MOST + " rows at most.");
        }
        Map<String, Clash> clashes = new LinkedHashMap<>();
        group(body.getOrDefault("clashes", Map.of()), "/clashes")
                .forEach((field, choice) -> clashes.put(field, clash(String.valueOf(choice))));
        return new AdoptedRows(source, text(body, "kind"), clashes, rows);
    }

    private static Row row(int number, Map<String, Object> body) {
        return new Row(
                number,
                Optional.ofNullable(text(body, "key")).orElse(""),
                text(body, "id"),
                text(body, "created"),
                text(body, "lastModified"),
                text(body, "password"),
                group(body.getOrDefault("values", Map.of()), "/accounts/values"));
    }

    private static Clash clash(String choice) {
        return Arrays.stream(Clash.values())
                .filter(known -> known.name().toLowerCase(Locale.ROOT).equals(choice))
                .findFirst()
                .orElseThrow(() -> Problem.invalid(
                        "/clashes", "option", "A clash is met by one of: report, join, renumber, empty."));
    }

    private static Map<String, Object> group(Object raw, String pointer) {
        if (!(raw instanceof Map<?, ?> given)) {
            throw Problem.invalid(pointer, "type", "Give an object here.");
        }
        Map<String, Object> group = new LinkedHashMap<>();
        given.forEach((name, value) -> {
            if (value != null) {
                group.put(String.valueOf(name), value);
            }
        });
        return group;
    }

    private static @Nullable String text(Map<String, Object> body, String name) {
        return body.get(name) == null ? null : String.valueOf(body.get(name));
    }
}
