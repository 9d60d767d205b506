package dev.cuenta.service.adoption;

import dev.cuenta.core.account.AccountId;
import dev.cuenta.core.account.AccountRecord;
import dev.cuenta.core.adoption.AdoptedValues;
import dev.cuenta.core.adoption.AdoptionPlan.Clash;
import dev.cuenta.core.model.AccountModel;
import dev.cuenta.core.model.Field;
import dev.cuenta.core.model.FieldPath;
import dev.cuenta.core.model.HashFormat;
import dev.cuenta.core.model.Kind;
import dev.cuenta.core.problem.Problem;
import dev.cuenta.core.problem.Violation;
import dev.cuenta.service.adoption.AdoptedRows.Row;
import dev.cuenta.store.account.Accounts;
import dev.cuenta.store.account.Ids;
import dev.cuenta.store.account.NewAccount;
import dev.cuenta.store.adoption.Adoptions;
import dev.cuenta.store.adoption.Adoptions.Adopted;
import dev.cuenta.store.adoption.Adoptions.Claim;
import dev.cuenta.store.password.Credentials;
import dev.cuenta.store.revision.Work;
import dev.cuenta.store.role.RoleGrants;
import java.time.Instant;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.Set;
import org.jspecify.annotations.Nullable;

/**
 * One batch on its way in. What many rows have to be asked is asked in one query each: which were adopted before, which ids
 * are taken, who holds the values of unique fields.
 */
final class Intake {
    /** What became of a row. */
    enum Outcome {
        BROUGHT,
        PRESENT,
        JOINED,
        SKIPPED,
        CLASHING
    }

    /**
     * What became of one row.
     *
     * @param account null unless the row is an account now
     * @param notes values that were left out, or why the row was not brought; without the values themselves
     */
    record Result(String key, Outcome outcome, @Nullable String account, List<Violation> notes) {
        static Result clashing(Row row, List<Violation> notes, String detail) {
            return new Result(
                    row.key(),
                    Outcome.CLASHING,
                    null,
                    notes.isEmpty() ? List.of(new Violation("", "clash", detail)) : notes);
        }
    }

    private final Work work;
    private final AdoptedRows given;
    private final Instant now;
    private final AccountModel model;
    private final Kind kind;
    private final Adoptions adoptions;
    private final List<Field> uniqueFields;

    Intake(Work work, AdoptedRows given, Instant now) {
        this.work = work;
        this.given = given;
        this.now = now;
        this.model = work.revision().model();
        this.kind = kind(model, given.kind());
        this.adoptions = new Adoptions(work);
        this.uniqueFields = model.fieldsOf(kind).stream().filter(Field::unique).toList();
    }

    private static Kind kind(AccountModel model, @Nullable String name) {
        if (name == null) {
            return model.defaultKind();
        }
        return Optional.ofNullable(model.kinds().get(name))
                .orElseThrow(() -> Problem.invalid(
                        "/kind", "option", "The live model has no kind `" + name + "`. Publish the model first."));
    }

    /** In the order of the rows. */
    List<Result> take(List<Row> rows) {
        Map<Row, Result> results = new LinkedHashMap<>();
        rows.forEach(row -> results.put(row, new Result(row.key(), Outcome.SKIPPED, null, List.of())));
        List<Row> pending = rows;
        while (!pending.isEmpty()) {
            Pass pass = new Pass(pending);
            results.putAll(pass.run());
            pending = pass.deferred;
        }
        return List.copyOf(results.values());
    }

    /** Rows that claim nothing twice; one that claims what another of them does has to wait until that one is stored. */
    private final class Pass {
        private final List<Row> rows;
        private final Map<String, AccountId> present;
        private final Set<AccountId> takenIds;
        private final Map<Field, Map<String, Claim>> claims = new LinkedHashMap<>();
        private final Map<Row, AdoptedValues> read = new LinkedHashMap<>();
        private final Set<String> claimed = new HashSet<>();
        private final Map<Row, Result> results = new LinkedHashMap<>();
        private final Map<Row, NewAccount> accounts = new LinkedHashMap<>();
        private final Map<Row, List<Violation>> notes = new LinkedHashMap<>();
        private final List<Adopted> adopted = new ArrayList<>();
        private final List<Row> deferred = new ArrayList<>();

        Pass(List<Row> rows) {
            this.rows = rows;
            rows.forEach(row -> read.put(row, AdoptedValues.of(model, kind, row.values())));
            this.present = adoptions.present(
                    given.source(), rows.stream().map(Row::key).toList());
            this.takenIds = adoptions.taken(
                    rows.stream().flatMap(row -> id(row).stream()).toList());
            for (Field field : uniqueFields) {
                claims.put(
                        field,
                        adoptions.claims(
                                field,
                                read.values().stream()
                                        .flatMap(values ->
                                                Optional.ofNullable(
                                                        values.values().get(field.path()))
                                                        .stream())
                                        .map(Object::toString)
                                        .distinct()
                                        .toList()));
            }
        }

        Map<Row, Result> run() {
            rows.forEach(this::decide);
            store();
            return results;
        }

        private void decide(Row row) {
            AdoptedValues values = Objects.requireNonNull(read.get(row));
            AccountId before = present.get(row.key());
            if (row.key().isEmpty()) {
                skip(row, List.of(new Violation("/key", "required", "The row has no key.")));
            } else if (before != null) {
                results.put(row, new Result(row.key(), Outcome.PRESENT, before.text(), List.of()));
            } else if (!values.missing().isEmpty()) {
                skip(row, values.missing());
            } else if (row.id() != null && id(row).isEmpty()) {
                skip(
                        row,
                        List.of(new Violation(
                                "/id",
                                "id",
                                "The live model's ids are of the scheme "
                                        + model.id().name().toLowerCase(Locale.ROOT)
                                        + "; this key is none. Let the rows get new ids: `ids: new`.")));
            } else if (claim(row, values)) {
                meet(row, values);
            } else {
                deferred.add(row);
            }
        }

        private void skip(Row row, List<Violation> why) {
            results.put(row, new Result(row.key(), Outcome.SKIPPED, null, why));
        }

        private boolean claim(Row row, AdoptedValues values) {
            List<String> wanted = new ArrayList<>(List.of("key " + row.key()));
            id(row).ifPresent(id -> wanted.add("id " + id));
            for (Field field : uniqueFields) {
                claim(field, values).ifPresent(claim -> wanted.add(field.path() + " " + claim.form()));
            }
            boolean free = wanted.stream().noneMatch(claimed::contains);
            if (free) {
                claimed.addAll(wanted);
            }
            return free;
        }

        private Optional<Claim> claim(Field field, AdoptedValues values) {
            Object value = values.values().get(field.path());
            return value == null
                    ? Optional.empty()
                    : Optional.ofNullable(
                            Objects.requireNonNull(claims.get(field)).get(value.toString()));
        }

        /** Finds out what clashes, and does what the plan says about it. */
        private void meet(Row row, AdoptedValues values) {
            Map<FieldPath, @Nullable Object> kept = new LinkedHashMap<>(values.values());
            List<Violation> clashes = new ArrayList<>();
            List<Violation> left = new ArrayList<>(values.leftOut());
            AccountId same = null;
            AccountId id = id(row).orElse(null);
            if (id != null && takenIds.contains(id)) {
                Clash choice = choice("id");
                same = choice == Clash.JOIN ? id : null;
                if (choice == Clash.RENUMBER) {
                    left.add(new Violation(
                            "/id", "renumbered", "The id belongs to another account; it gets a new one."));
                } else if (same == null) {
                    clashes.add(new Violation("/id", "taken", "The id belongs to another account."));
                }
                id = null;
            }
            for (Field field : uniqueFields) {
                AccountId holder = claim(field, values).map(Claim::holder).orElse(null);
                Clash choice = choice(field.path().toString());
                if (holder == null || holder.equals(same)) {
                    continue;
                }
                if (choice == Clash.JOIN && same == null) {
                    same = holder;
                } else if (choice == Clash.EMPTY && !field.required()) {
                    kept.remove(field.path());
                    left.add(new Violation(field.path().pointer(), "taken", "Another account has the value."));
                } else {
                    clashes.add(new Violation(field.path().pointer(), "taken", "Another account has the value."));
                }
            }
            if (!clashes.isEmpty()) {
                results.put(row, Result.clashing(row, clashes, ""));
            } else if (same != null) {
                join(row, same, kept, left);
            } else {
                notes.put(row, left);
                accounts.put(
                        row,
                        new NewAccount(
                                kind,
                                kept,
                                moment(row.created(), now),
                                moment(row.lastModified(), moment(row.created(), now)),
                                id));
            }
        }

        private Clash choice(String what) {
            return given.clashes().getOrDefault(what, Clash.REPORT);
        }

        /** The account stays as it is; what it lacks comes from the row. */
        private void join(Row row, AccountId same, Map<FieldPath, @Nullable Object> values, List<Violation> left) {
            Accounts stored = new Accounts(work);
            AccountRecord record = stored.findForChange(same, null).orElseThrow();
            Set<FieldPath> fields = new HashSet<>();
            model.fieldsOf(model.kindNamed(record.kind())).forEach(field -> fields.add(field.path()));
            Map<FieldPath, @Nullable Object> lacking = new LinkedHashMap<>();
            values.forEach((path, value) -> {
                if (fields.contains(path) && record.values().get(path) == null && value != null) {
                    lacking.put(path, value);
                }
            });
            if (!lacking.isEmpty()) {
                stored.change(record, lacking, now);
            }
            adopted.add(new Adopted(row.key(), same, true));
            results.put(row, new Result(row.key(), Outcome.JOINED, same.text(), left));
        }

        private void store() {
            List<AccountId> kept = accounts.values().stream()
                    .flatMap(account -> Optional.ofNullable(account.id()).stream())
                    .toList();
            adoptions.passOver(kept);
            List<AccountId> ids = new Accounts(work).insertAll(List.copyOf(accounts.values()));
            Map<AccountId, String> hashes = new LinkedHashMap<>();
            int index = 0;
            for (Row row : accounts.keySet()) {
                AccountId id = ids.get(index++);
                List<Violation> said = Objects.requireNonNull(notes.get(row));
                hash(row, said).ifPresent(hash -> hashes.put(id, hash));
                adopted.add(new Adopted(row.key(), id, false));
                results.put(row, new Result(row.key(), Outcome.BROUGHT, id.text(), said));
            }
            new Credentials(work).setAll(hashes);
            RoleGrants grants = new RoleGrants(work);
            model.defaultRoles().stream()
                    .filter(role -> !role.withinTenant())
                    .forEach(role -> grants.giveAll(ids, role));
            adoptions.remember(given.source(), adopted);
        }
    }

    private Optional<AccountId> id(Row row) {
        return Optional.ofNullable(row.id())
                .map(AccountId::new)
                .filter(id -> Ids.columnOf(model.id(), id).isPresent());
    }

    private Optional<String> hash(Row row, List<Violation> notes) {
        String hash = row.password();
        if (hash == null) {
            return Optional.empty();
        }
        Optional<HashFormat> format = HashFormat.of(hash);
        boolean accepted = format.filter(it ->
                        it == HashFormat.ARGON2ID || model.password().accept().contains(it))
                .isPresent();
        if (!accepted) {
            notes.add(new Violation(
                    "/password",
                    "scheme",
                    format.map(it -> "The model does not accept hashes of " + it + "; this person sets a new password.")
                            .orElse("It is not known how the password was hashed; this person sets a new one.")));
        }
        return Optional.of(hash).filter(it -> accepted);
    }

    private static Instant moment(@Nullable String text, Instant otherwise) {
        return text == null ? otherwise : AdoptedValues.moment(text).orElse(otherwise);
    }
}
