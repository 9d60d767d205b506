package dev.cuenta.service.adoption;

import dev.cuenta.core.account.AccountId;
import dev.cuenta.core.account.AccountRecord;
import dev.cuenta.core.adoption.AdoptedValues;
import dev.cuenta.core.adoption.AdoptionPlan.Clash;
import dev.cuenta.core.finding.Nearest;
import dev.cuenta.core.model.Field;
import dev.cuenta.core.model.FieldPath;
import dev.cuenta.core.problem.Violation;
import dev.cuenta.service.adoption.AdoptedRows.Row;
import dev.cuenta.store.account.Accounts;
import dev.cuenta.store.account.Changeable;
import dev.cuenta.store.account.NewAccount;
import dev.cuenta.store.adoption.Adoptions.Adopted;
import dev.cuenta.store.adoption.Adoptions.Claim;
import dev.cuenta.store.password.Credentials;
import dev.cuenta.wire.adoption.AdoptionResult.Outcome;
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

/** Rows that claim nothing twice; one that claims what another of them does has to wait until that one is stored. */
final class Pass {
    private final Intake intake;
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

    Pass(Intake intake, List<Row> rows) {
        this.intake = intake;
        this.rows = rows;
        rows.forEach(row ->
                intake.kind(row).ifPresent(kind -> read.put(row, AdoptedValues.of(intake.model, kind, row.values()))));
        this.present = intake.adoptions.present(
                intake.given.source(), rows.stream().map(Row::key).toList());
        this.takenIds = intake.adoptions.taken(
                rows.stream().flatMap(row -> intake.id(row).stream()).toList());
        for (Field field : intake.uniqueFields) {
            claims.put(
                    field,
                    intake.adoptions.claims(
                            field,
                            read.values().stream()
                                    .flatMap(values ->
                                            Optional.ofNullable(values.values().get(field.path())).stream())
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
        AdoptedValues values = read.get(row);
        AccountId before = present.get(row.key());
        if (row.key().isEmpty()) {
            skip(row, List.of(new Violation("/key", "required", "The row has no key.")));
        } else if (before != null) {
            results.put(row, new Result(row.key(), Outcome.PRESENT, before.text(), List.of()));
        } else if (values == null) {
            skip(
                    row,
                    List.of(new Violation(
                            "/kind",
                            "option",
                            "The live model has no kind `" + row.kind() + "`. "
                                    + Nearest.advice(
                                            String.valueOf(row.kind()),
                                            intake.model.kinds().keySet()))));
        } else if (!values.missing().isEmpty()) {
            skip(row, values.missing());
        } else if (row.id() != null && intake.id(row).isEmpty()) {
            skip(
                    row,
                    List.of(new Violation(
                            "/id",
                            "id",
                            "The live model's ids are of the scheme "
                                    + intake.model.id().name().toLowerCase(Locale.ROOT)
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
        intake.id(row).ifPresent(id -> wanted.add("id " + id));
        for (Field field : intake.uniqueFields) {
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
                : Optional.ofNullable(Objects.requireNonNull(claims.get(field)).get(value.toString()));
    }

    /** Finds out what clashes, and does what the plan says about it. */
    private void meet(Row row, AdoptedValues values) {
        Map<FieldPath, @Nullable Object> kept = new LinkedHashMap<>(values.values());
        kept.putAll(intake.pictures.values(row));
        List<Violation> clashes = new ArrayList<>();
        List<Violation> left = new ArrayList<>(values.leftOut());
        left.addAll(intake.pictures.leftOut(row));
        AccountId same = null;
        AccountId id = intake.id(row).orElse(null);
        if (id != null && takenIds.contains(id)) {
            Clash choice = choice("id");
            same = choice == Clash.JOIN ? id : null;
            if (choice == Clash.RENUMBER) {
                left.add(new Violation("/id", "renumbered", "The id belongs to another account; it gets a new one."));
            } else if (same == null) {
                clashes.add(new Violation("/id", "taken", "The id belongs to another account."));
            }
            id = null;
        }
        for (Field field : intake.uniqueFields) {
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
            accounts.put(row, made(row, kept, id));
        }
    }

    private NewAccount made(Row row, Map<FieldPath, @Nullable Object> values, @Nullable AccountId id) {
        Instant created = Intake.moment(row.created(), intake.now);
        return new NewAccount(
                intake.kind(row).orElseThrow(),
                values,
                created,
                Intake.moment(row.lastModified(), created),
                id,
                null,
                1,
                Optional.ofNullable(row.anonymised())
                        .flatMap(AdoptedValues::moment)
                        .orElse(null));
    }

    private Clash choice(String what) {
        return intake.given.clashes().getOrDefault(what, Clash.REPORT);
    }

    /** The account stays as it is; what it lacks comes from the row. */
    private void join(Row row, AccountId same, Map<FieldPath, @Nullable Object> values, List<Violation> left) {
        Accounts stored = new Accounts(intake.work);
        Changeable account = stored.findForChange(same, intake.guard).orElseThrow();
        AccountRecord record = account.record();
        if (record.anonymised() != null) {
            results.put(
                    row,
                    Result.clashing(
                            row,
                            List.of(new Violation(
                                    "/id",
                                    "anonymised",
                                    "The account was anonymised: what was taken out does not come back.")),
                            ""));
            return;
        }
        Set<FieldPath> fields = new HashSet<>();
        intake.model.fieldsOf(intake.model.kindNamed(record.kind())).forEach(field -> fields.add(field.path()));
        Map<FieldPath, @Nullable Object> lacking = new LinkedHashMap<>();
        values.forEach((path, value) -> {
            if (fields.contains(path) && record.values().get(path) == null && value != null) {
                lacking.put(path, value);
            }
        });
        if (!lacking.isEmpty()) {
            stored.change(account, lacking, intake.now);
            intake.pictures.store(row, same, lacking.keySet(), intake.work);
        }
        Objects.requireNonNull(read.get(row))
                .inTenant()
                .keySet()
                .forEach(path -> left.add(new Violation(
                        path.pointer(), "tenant", "The account was there already: what it has in its tenants stays.")));
        adopted.add(new Adopted(row.key(), same, true));
        results.put(row, new Result(row.key(), Outcome.JOINED, same.text(), left));
    }

    private void store() {
        List<AccountId> kept = accounts.values().stream()
                .flatMap(account -> Optional.ofNullable(account.id()).stream())
                .toList();
        intake.adoptions.passOver(kept);
        List<AccountId> ids = new Accounts(intake.work).insertAll(List.copyOf(accounts.values()));
        Map<AccountId, String> hashes = new LinkedHashMap<>();
        int index = 0;
        for (Row row : accounts.keySet()) {
            AccountId id = ids.get(index++);
            List<Violation> said = Objects.requireNonNull(notes.get(row));
            intake.hash(row, said).ifPresent(hash -> hashes.put(id, hash));
            NewAccount account = Objects.requireNonNull(accounts.get(row));
            intake.belongings.add(
                    id, row, account, Objects.requireNonNull(read.get(row)).inTenant(), said);
            intake.pictures.store(row, id, account.values().keySet(), intake.work);
            adopted.add(new Adopted(row.key(), id, false));
            results.put(row, new Result(row.key(), Outcome.BROUGHT, id.text(), said));
        }
        new Credentials(intake.work).setAll(hashes);
        intake.belongings.store();
        intake.adoptions.remember(intake.given.source(), adopted);
    }

    /** Rows that have to wait for one of this pass. */
    List<Row> deferred() {
        return deferred;
    }
}
