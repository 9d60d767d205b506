package dev.cuenta.service.adoption;

import dev.cuenta.core.account.Scope;
import dev.cuenta.core.adoption.AdoptionPlan.Clash;
import dev.cuenta.core.model.AccountModel;
import dev.cuenta.core.model.Kind;
import dev.cuenta.core.problem.Problem;
import dev.cuenta.store.adoption.Adoptions;
import dev.cuenta.store.live.LiveRevision;
import dev.cuenta.wire.adoption.AdoptedRows.InTenant;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import org.jspecify.annotations.Nullable;

/**
 * What somebody sends of a source.
 *
 * @param kind of rows that name none; null for the model's default
 */
record AdoptedRows(String source, @Nullable String kind, Map<String, Clash> clashes, List<Row> rows) {
    private static final int MOST = 500;

    /**
     * One row.
     *
     * @param number its place among those that came with it
     * @param id that it keeps; null for a new one
     * @param kind null for that of the others
     * @param roles null for the model's default roles
     * @param roleEnds by role, when it counts no more
     * @param created as its own program writes moments
     * @param anonymised when what tells whose it was was taken out there
     * @param confirmed by field: when its value was confirmed, or only that it was
     * @param values by field
     * @param pictures by field: their bytes in base64
     */
    record Row(
            int number,
            String key,
            @Nullable String id,
            @Nullable String kind,
            @Nullable List<String> roles,
            Map<String, String> roleEnds,
            List<InTenant> tenants,
            @Nullable String created,
            @Nullable String lastModified,
            @Nullable String anonymised,
            Map<String, String> confirmed,
            @Nullable String password,
            Map<String, Object> values,
            Map<String, String> pictures) {
        /** Empty where the model does not have it. */
        Optional<Kind> kind(Kind otherwise, AccountModel model) {
            return kind == null
                    ? Optional.of(otherwise)
                    : Optional.ofNullable(model.kinds().get(kind));
        }

        Row withPassword(String hash) {
            return new Row(
                    number,
                    key,
                    id,
                    kind,
                    roles,
                    roleEnds,
                    tenants,
                    created,
                    lastModified,
                    anonymised,
                    confirmed,
                    hash,
                    values,
                    pictures);
        }

        /** The hash of a password must not get into a log line by accident. */
        @Override
        public String toString() {
            return "a row";
        }
    }

    static AdoptedRows read(String source, dev.cuenta.wire.adoption.AdoptedRows sent) {
        if (!source.matches("[a-z0-9][a-z0-9-]{0,39}")) {
            throw Problem.invalid(
                    "/source", "name", "A source's name has small letters, digits and hyphens, 40 at most.");
        }
        if (sent.accounts().size() > MOST) {
            throw Problem.invalid("/accounts", "type", "Give a list of " + MOST + " rows at most.");
        }
        List<Row> rows = new ArrayList<>();
        sent.accounts().forEach(account -> rows.add(row(rows.size(), account)));
        Map<String, Clash> clashes = new LinkedHashMap<>();
        if (sent.clashes() != null) {
            sent.clashes().forEach((field, choice) -> clashes.put(field, clash(String.valueOf(choice))));
        }
        return new AdoptedRows(source, sent.kind(), clashes, rows);
    }

    /** Those rows' keys that were adopted before. */
    Set<String> before(List<Row> some, LiveRevision revision) {
        List<String> keys = some.stream().map(Row::key).toList();
        return keys.isEmpty()
                ? Set.of()
                : revision.read(Scope.EVERYWHERE, work -> new Adoptions(work).present(source, keys))
                        .keySet();
    }

    private static Row row(int number, dev.cuenta.wire.adoption.AdoptedRows.Row sent) {
        return new Row(
                number,
                sent.key(),
                sent.id(),
                sent.kind(),
                sent.roles(),
                present(sent.roleEnds()),
                Optional.ofNullable(sent.tenants()).orElse(List.of()),
                sent.created(),
                sent.lastModified(),
                sent.anonymised(),
                Optional.ofNullable(sent.confirmed()).orElse(Map.of()),
                sent.password() == null ? null : sent.password().value(),
                present(sent.values()),
                present(sent.pictures()));
    }

    private static <T> Map<String, T> present(@Nullable Map<String, T> values) {
        Map<String, T> present = new LinkedHashMap<>();
        if (values != null) {
            values.forEach((name, value) -> {
                if (value != null) {
                    present.put(name, value);
                }
            });
        }
        return present;
    }

    private static Clash clash(String choice) {
        return Arrays.stream(Clash.values())
                .filter(known -> known.name().toLowerCase(Locale.ROOT).equals(choice))
                .findFirst()
                .orElseThrow(() -> Problem.invalid(
                        "/clashes", "option", "A clash is met by one of: report, join, renumber, empty."));
    }
}
