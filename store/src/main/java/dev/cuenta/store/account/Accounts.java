package dev.cuenta.store.account;

import dev.cuenta.core.account.AccountId;
import dev.cuenta.core.account.AccountQuery;
import dev.cuenta.core.account.AccountRecord;
import dev.cuenta.core.account.Attribute;
import dev.cuenta.core.account.Condition;
import dev.cuenta.core.account.Needs;
import dev.cuenta.core.model.AccountModel;
import dev.cuenta.core.model.Field;
import dev.cuenta.core.model.FieldPath;
import dev.cuenta.core.problem.Problem;
import dev.cuenta.core.type.Column;
import dev.cuenta.store.live.Work;
import dev.cuenta.store.schema.Shape;
import java.time.Instant;
import java.time.temporal.ChronoUnit;
import java.util.ArrayList;
import java.util.Collection;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.function.Function;
import org.hibernate.exception.ConstraintViolationException;
import org.jspecify.annotations.Nullable;

/** The stored accounts, within one transaction. */
public final class Accounts {
    private final Work work;
    private final AccountModel model;
    private final Shape shape;

    public Accounts(Work work) {
        this.work = work;
        this.shape = work.revision().shape();
        this.model = work.revision().model();
    }

    /**
     * Stores the account and a record of each of its kind's profiles.
     *
     * @throws Problem TAKEN naming the field whose value another account has
     */
    public AccountId insert(NewAccount account) {
        return insertAll(List.of(account)).get(0);
    }

    /**
     * As {@link #insert}, many at once; the ids come in the order of the accounts.
     *
     * @throws Problem TAKEN naming a field whose value another account has, without saying in which of these
     */
    public List<AccountId> insertAll(List<NewAccount> accounts) {
        List<AccountId> ids = accounts.stream().map(this::persist).toList();
        flush();
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
        account.kind().profiles().forEach(profile -> persistProfile(profile, key, values));
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
        if (work.scope().tenant().isPresent() && find(new AccountId(id)).isEmpty()) {
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

    /** Empty for an account that does not exist, or is out of the work's scope. */
    public Optional<AccountRecord> find(AccountId id) {
        return new Records(work).read(id);
    }

    /** As {@link #find(AccountId)}, with no more than is needed; for showing it, never for changing it. */
    public Optional<AccountRecord> find(AccountId id, Needs needs) {
        return new Records(work).read(id, needs);
    }

    /** Those of the accounts that are there within the work's scope, in the order of their ids. */
    public List<AccountRecord> all(Collection<AccountId> ids) {
        return new Records(work).read(PageSql.of(work, ids));
    }

    /** As {@link #find}, read from the database again after a change. */
    public AccountRecord reread(AccountId id) {
        work.session().clear();
        return find(id).orElseThrow();
    }

    /**
     * As {@link #find}, and nobody else changes the account before this transaction ends.
     *
     * @param guard is shown all that the account is, and says how far the asker may go with it
     */
    public Optional<Changeable> findForChange(AccountId id, ChangeGuard guard) {
        shape.findId(id.text())
                .ifPresent(found -> work.sql()
                        .sql("select 1 from accounts.account where " + found.column() + " = ? for update")
                        .param(found.value())
                        .query(Integer.class)
                        .optional());
        return find(id).map(seen -> {
            boolean limited = work.scope().tenant().isPresent();
            AccountRecord whole = limited ? work.everywhere(() -> find(id)).orElseThrow() : seen;
            return new Changeable(whole, guard);
        });
    }

    /**
     * Those that bear the ids, present or former ones, by what they were asked for as; with no more than is needed, for showing them.
     * What is no account's within the work's scope is missing.
     */
    public Map<String, AccountRecord> lookUp(Collection<AccountId> ids, Needs needs) {
        Map<String, List<String>> byColumn = new LinkedHashMap<>();
        ids.forEach(id -> shape.findId(id.text())
                .ifPresent(found -> byColumn.computeIfAbsent(
                                found.column() + " = cast(asked as "
                                        + found.type().sql() + ")",
                                none -> new ArrayList<>())
                        .add(id.text())));
        List<String> asked = new ArrayList<>();
        List<Object> parameters = new ArrayList<>();
        byColumn.forEach((same, texts) -> {
            asked.add("select asked, (select o.id from accounts.account o where o." + same
                    + ") as key from unnest(?) asked");
            parameters.add(texts.toArray(String[]::new));
        });
        return asked.isEmpty()
                ? Map.of()
                : new Records(work).lookUp(String.join(" union all ", asked), parameters, needs);
    }

    /** As {@link #lookUp(Collection, Needs)}, by values of a unique field, each as text. */
    public Map<String, AccountRecord> lookUp(Field field, List<String> values, Needs needs) {
        return values.isEmpty()
                ? Map.of()
                : new Records(work)
                        .lookUp(
                                "with given as materialized (select asked, cast("
                                        + Shape.comparable(field, "asked")
                                        + " as text) as form from unnest(?) asked) select asked, cast(held.key as "
                                        + shape.keyType().sql() + ") as key from given join "
                                        + Shape.keysByUnique(field, "array(select form from given)")
                                        + " held on held.value = given.form",
                                List.<Object>of((Object) values.toArray(String[]::new)),
                                needs);
    }

    /** One page, and one record more when there is a next page. */
    public List<AccountRecord> page(AccountQuery query) {
        Records records = new Records(work);
        return page(query, records::read);
    }

    /** As {@link #page(AccountQuery)}, with no more than is needed; for showing them, never for changing them. */
    public List<AccountRecord> page(AccountQuery query, Needs needs) {
        Records records = new Records(work);
        return page(query, range -> records.read(range, needs));
    }

    private List<AccountRecord> page(AccountQuery query, Function<PageSql, List<AccountRecord>> read) {
        AccountQuery asked = query.with(asked(query.condition()));
        List<AccountRecord> page = new ArrayList<>();
        for (PageSql range : PageSql.ranges(work, asked)) {
            int left = query.limit() + 1 - page.size();
            if (left > 0) {
                page.addAll(read.apply(range.limitedTo(left)));
            }
        }
        return page;
    }

    /** The first accounts that meet the condition. */
    public List<AccountRecord> first(Condition condition, Attribute sort, int limit) {
        return page(new AccountQuery(condition, sort, false, limit - 1, null));
    }

    /** Ids of accounts that meet the condition, whichever are come upon first. */
    public List<AccountId> some(Condition condition, int limit) {
        return ids(PageSql.all(work, asked(condition)), " limit " + limit);
    }

    /** Those of the accounts that meet the condition, locked; accounts that others are changing just now are passed over. */
    public List<AccountId> lock(Collection<AccountId> accounts, Condition condition) {
        return ids(PageSql.among(work, accounts, asked(condition)), " for update of a skip locked");
    }

    private List<AccountId> ids(PageSql page, String how) {
        return work
                .sql()
                .sql("select cast(a." + shape.idColumn() + " as text) " + page.fromWhere() + how)
                .params(page.parameters())
                .query(String.class)
                .list()
                .stream()
                .map(AccountId::new)
                .toList();
    }

    /** The condition as the database can answer it. */
    private @Nullable Condition asked(@Nullable Condition condition) {
        if (condition == null) {
            return null;
        }
        Lookups lookups = new Lookups(work);
        Searches searches = new Searches(work);
        return condition.with(part -> searches.found(lookups.hashed(part)));
    }

    /** Within a tenant, without a condition, its members: PostgreSQL need not look at each account then. */
    public long count(@Nullable Condition condition) {
        if (condition == null && work.scope().tenant().isPresent()) {
            return counted(
                    "select count(*) from cuenta.membership where tenant_id = :tenant",
                    Map.of("tenant", work.scope().tenant().orElseThrow().value()));
        }
        PageSql page = PageSql.all(work, asked(condition));
        return counted("select count(*) " + page.fromWhere(), page.parameters());
    }

    /** As {@link #count(Condition)}, but no further than one beyond the given number. */
    public long countUpTo(int most, @Nullable Condition condition) {
        PageSql page = PageSql.all(work, asked(condition));
        return counted(
                "select count(*) from (select 1 " + page.fromWhere() + " limit " + (most + 1L) + ") counted",
                page.parameters());
    }

    private long counted(String question, Map<String, Object> parameters) {
        return work.ask(question, parameters, (row, index) -> row.getLong(1)).get(0);
    }

    /** The account that signs in with the value, in its normal form. */
    public Optional<AccountId> bySignIn(String identifier) {
        for (Field field : model.signInFields()) {
            Optional<AccountId> found = byUnique(field, identifier);
            if (found.isPresent()) {
                return found;
            }
        }
        return Optional.empty();
    }

    /** The account that holds the value of a unique field. */
    public Optional<AccountId> byUnique(Field field, Object value) {
        return work.sql()
                .sql("select " + shape.idOf("f.id") + " from accounts.account f where f.id = "
                        + shape.keyByUnique(field, Shape.comparable(field, "?")))
                .param(value)
                .query(String.class)
                .optional()
                .map(AccountId::new);
    }

    /**
     * Changes values of an account. What it is entered by changes only for whoever controls the account.
     *
     * @throws Problem TAKEN naming the field whose value another account has; FORBIDDEN
     */
    public void change(Changeable account, Map<FieldPath, @Nullable Object> values, Instant now) {
        if (changesEntry(account.record(), values)) {
            account.controlled();
        }
        change(account.record(), values, now);
    }

    private boolean changesEntry(AccountRecord before, Map<FieldPath, @Nullable Object> values) {
        return values.entrySet().stream()
                .filter(entry ->
                        !Objects.equals(entry.getValue(), before.values().get(entry.getKey())))
                .anyMatch(entry ->
                        model.field(entry.getKey()).filter(Field::entry).isPresent());
    }

    @SuppressWarnings("unchecked") // Hibernate gives entities without a class as maps
    void change(AccountRecord before, Map<FieldPath, @Nullable Object> values, Instant now) {
        Object key = work.keys().of(before.id());
        forgetConfirmations(before, values);
        Map<String, @Nullable Object> account =
                (Map<String, @Nullable Object>) work.session().find(Shape.ACCOUNT, key);
        account.put("version", before.version() + 1);
        account.put("lastModifiedAt", now.truncatedTo(ChronoUnit.MICROS));
        for (Map.Entry<String, Map<FieldPath, @Nullable Object>> group :
                byProfile(stored(key, values)).entrySet()) {
            Map<String, @Nullable Object> target = group.getKey().isEmpty()
                    ? account
                    : (Map<String, @Nullable Object>) work.session().find(Shape.table(group.getKey()), key);
            if (target == null) {
                persistProfile(group.getKey(), key, group.getValue());
            } else {
                group.getValue().forEach((path, value) -> target.put(path.name(), value));
            }
        }
        flush();
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

    /** Stored with the {@link #change} that follows. */
    @SuppressWarnings("unchecked") // Hibernate gives entities without a class as maps
    void markAnonymised(AccountId id, Instant now) {
        Map<String, @Nullable Object> account = (Map<String, @Nullable Object>)
                work.session().find(Shape.ACCOUNT, work.keys().of(id));
        account.put("anonymisedAt", now.truncatedTo(ChronoUnit.MICROS));
    }

    private static Map<String, Map<FieldPath, @Nullable Object>> byProfile(Map<FieldPath, @Nullable Object> values) {
        Map<String, Map<FieldPath, @Nullable Object>> groups = new LinkedHashMap<>();
        values.forEach((path, value) -> groups.computeIfAbsent(
                        path.profile() == null ? "" : path.profile(), name -> new LinkedHashMap<>())
                .put(path, value));
        return groups;
    }

    private void flush() {
        try {
            work.session().flush();
        } catch (ConstraintViolationException violation) {
            throw new Refusals(shape).by(String.valueOf(violation.getConstraintName()));
        }
    }
}
