package dev.cuenta.store.account;

import dev.cuenta.core.account.AccountId;
import dev.cuenta.core.account.AccountRecord;
import dev.cuenta.core.account.TenantId;
import dev.cuenta.core.model.AccountModel;
import dev.cuenta.core.model.Field;
import dev.cuenta.core.model.FieldPath;
import dev.cuenta.core.type.Column;
import dev.cuenta.store.database.Connections;
import dev.cuenta.store.live.Work;
import dev.cuenta.store.schema.Shape;
import java.time.Instant;
import java.time.temporal.ChronoUnit;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;
import org.hibernate.exception.ConstraintViolationException;
import org.jspecify.annotations.Nullable;
import org.springframework.dao.DataIntegrityViolationException;

/**
 * Writes the rows of an account: its own, and one for each of its profiles. New ones go through Hibernate, which sends many together; of
 * what is changed only those columns are written, without reading the rows once more.
 */
final class AccountRows {
    private final Work work;
    private final AccountModel model;
    private final Shape shape;

    AccountRows(Work work) {
        this.work = work;
        this.shape = work.revision().shape();
        this.model = work.revision().model();
    }

    List<AccountId> insert(List<NewAccount> accounts) {
        List<AccountId> ids = accounts.stream().map(this::persist).toList();
        refusing(work.session()::flush);
        return ids;
    }

    private AccountId persist(NewAccount account) {
        Object id = account.id() == null
                ? Ids.next(work, shape.idType())
                : shape.idType().read(account.id().text()).orElseThrow();
        Object key = shape.idType() == shape.keyType()
                ? id
                : Optional.ofNullable(account.key())
                        .flatMap(shape.keyType()::read)
                        .orElseGet(() -> Ids.next(work, shape.keyType()));
        Map<FieldPath, @Nullable Object> values = stored(key, account.values());
        Map<String, @Nullable Object> record = valuesOf(null, values);
        record.put(shape.idColumn(), id);
        record.put("id", key);
        record.put("kind", account.kind().name());
        record.put("createdAt", account.created().truncatedTo(ChronoUnit.MICROS));
        record.put("lastModifiedAt", account.lastModified().truncatedTo(ChronoUnit.MICROS));
        record.put("version", account.version());
        Optional.ofNullable(account.anonymised())
                .ifPresent(moment -> record.put("anonymisedAt", moment.truncatedTo(ChronoUnit.MICROS)));
        work.session().persist(Shape.ACCOUNT, record);
        account.kind().profiles().stream()
                .filter(profile -> !model.isWithinTenant(profile))
                .forEach(profile -> persistProfile(profile, key, values));
        AccountId given = new AccountId(id.toString());
        work.keys().remember(given, key);
        return given;
    }

    /** References by a former id become those by the present one; what is secret is sealed. */
    private Map<FieldPath, @Nullable Object> stored(Object key, Map<FieldPath, @Nullable Object> values) {
        Map<FieldPath, @Nullable Object> stored = new LinkedHashMap<>(values);
        values.forEach((path, value) -> model.field(path).ifPresent(field -> {
            if (field.secret()) {
                stored.put(path, work.secrets().seal(field, key, value));
                new Lookups(work).keep(field, key, value);
            } else if (value != null && field.column().is(Column.Kind.ACCOUNT)) {
                stored.put(path, presentId(field, (String) value));
            }
        }));
        return stored;
    }

    /** Within a tenant an account can refer to its members only: to others there is no difference to one that is gone. */
    private String presentId(Field field, String id) {
        if (work.scope().tenant().isPresent()
                && new Accounts(work).find(new AccountId(id)).isEmpty()) {
            throw Refusals.gone(field);
        }
        return shape.idType().read(id).isPresent() ? id : former(id).orElseThrow(() -> Refusals.gone(field));
    }

    private Optional<String> former(String id) {
        return work.keys()
                .find(new AccountId(id))
                .flatMap(key -> work.sql()
                        .sql("select cast(" + shape.idColumn() + " as text) from accounts.account where id = ?")
                        .param(key)
                        .query(String.class)
                        .optional());
    }

    private void persistProfile(String profile, Object key, Map<FieldPath, @Nullable Object> values) {
        Map<String, @Nullable Object> record = valuesOf(profile, values);
        record.put("id", key);
        work.session().persist(Shape.table(profile), record);
    }

    private static Map<String, @Nullable Object> valuesOf(
            @Nullable String profile, Map<FieldPath, @Nullable Object> values) {
        Map<String, @Nullable Object> record = new HashMap<>();
        values.forEach((path, value) -> {
            if (Objects.equals(path.profile(), profile)) {
                record.put(path.name(), value);
            }
        });
        return record;
    }

    /** @param marks moments that are noted of the account, by the names of their columns */
    void change(
            AccountRecord before, Map<FieldPath, @Nullable Object> values, Map<String, Instant> marks, Instant now) {
        Object key = work.keys().of(before.id());
        forgetConfirmations(before, values);
        Map<FieldPath, @Nullable Object> stored = stored(key, values);
        RowChange account =
                change(null, stored).set("version", before.version() + 1).set("last_modified_at", now);
        marks.forEach(account::set);
        List<Work.Question> ofProfiles = new ArrayList<>();
        profiles(stored).forEach(profile -> {
            if (model.isWithinTenant(profile)) {
                ofProfiles.add(
                        change(profile, stored).of(key, work.scope().tenant().orElseThrow()));
            } else if (has(before, profile)) {
                ofProfiles.add(change(profile, stored).of(key));
            } else {
                persistProfile(profile, key, stored);
            }
        });
        refusing(() -> {
            work.ask(ofProfiles, account.of(key), (row, index) -> true);
            work.session().flush();
        });
    }

    /** Writes, of the values, those that an account has in the tenant, of which it is a member by now. */
    void settle(AccountId account, TenantId tenant, Map<FieldPath, @Nullable Object> values) {
        Object key = work.keys().of(account);
        List<Work.Question> there = profiles(values).stream()
                .filter(model::isWithinTenant)
                .map(profile -> change(profile, values).of(key, tenant))
                .toList();
        if (!there.isEmpty()) {
            refusing(() -> there.forEach(question -> work.ask(List.of(), question, (row, index) -> true)));
        }
    }

    private RowChange change(@Nullable String profile, Map<FieldPath, @Nullable Object> values) {
        RowChange change = new RowChange(profile, shape);
        values.forEach((path, value) -> {
            if (Objects.equals(path.profile(), profile)) {
                change.set(model.field(path).orElseThrow(), value);
            }
        });
        return change;
    }

    private static Set<String> profiles(Map<FieldPath, @Nullable Object> values) {
        return values.keySet().stream()
                .flatMap(path -> Optional.ofNullable(path.profile()).stream())
                .collect(Collectors.toCollection(LinkedHashSet::new));
    }

    private static boolean has(AccountRecord account, String profile) {
        return account.values().keySet().stream().anyMatch(path -> profile.equals(path.profile()));
    }

    /** What was proven of a value says nothing about another. */
    private void forgetConfirmations(AccountRecord before, Map<FieldPath, @Nullable Object> values) {
        before.confirmed().keySet().stream()
                .filter(path -> values.containsKey(path)
                        && !Objects.equals(values.get(path), before.values().get(path)))
                .forEach(path -> work.sql()
                        .sql("delete from cuenta.confirmed where account_id = ? and field = ?")
                        .params(work.keys().of(before.id()), path.toString())
                        .update());
    }

    private void refusing(Runnable write) {
        try {
            write.run();
        } catch (ConstraintViolationException violation) {
            throw new Refusals(shape).by(String.valueOf(violation.getConstraintName()));
        } catch (DataIntegrityViolationException violation) {
            throw new Refusals(shape).by(Connections.constraintOf(violation));
        }
    }
}
