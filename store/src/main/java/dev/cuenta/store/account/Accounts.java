package dev.cuenta.store.account;

import dev.cuenta.core.account.AccountId;
import dev.cuenta.core.account.AccountQuery;
import dev.cuenta.core.account.AccountRecord;
import dev.cuenta.core.account.Attribute;
import dev.cuenta.core.account.Condition;
import dev.cuenta.core.account.Needs;
import dev.cuenta.core.account.TenantId;
import dev.cuenta.core.model.AccountModel;
import dev.cuenta.core.model.Field;
import dev.cuenta.core.model.FieldPath;
import dev.cuenta.core.problem.Problem;
import dev.cuenta.store.live.Work;
import dev.cuenta.store.schema.Shape;
import java.time.Instant;
import java.util.ArrayList;
import java.util.Collection;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.function.Function;
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
        return new AccountRows(work).insert(accounts);
    }

    /**
     * Gives a new account, of the values, those that it has in a tenant which it has joined by now.
     *
     * @throws Problem TAKEN naming the field whose value another account of the tenant has
     */
    public void settle(AccountId account, TenantId tenant, Map<FieldPath, @Nullable Object> values) {
        new AccountRows(work).settle(account, tenant, values);
    }

    /** Whether an account of the tenant has that value of a field that is unique there. */
    public boolean isTaken(Field field, TenantId tenant, Object value) {
        return work.sql()
                .sql("select exists (select from "
                        + Shape.qualified(field.path().profile())
                        + " where tenant_id = ? and "
                        + Shape.comparable(field, Shape.quoted(shape.columnNow(field))) + " = "
                        + Shape.comparable(field, "?") + ")")
                .params(tenant.value(), value)
                .query(Boolean.class)
                .single();
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

    /**
     * As {@link #find}, and nobody else changes the account before this transaction ends.
     *
     * @param guard is shown all that the account is, and says how far the asker may go with it
     */
    public Optional<Changeable> findForChange(AccountId id, ChangeGuard guard) {
        return new Records(work).lock(id).map(seen -> {
            boolean limited = work.scope().tenant().isPresent();
            AccountRecord whole =
                    limited ? work.everywhere(() -> find(id)).orElseThrow().met(work.scope()) : seen;
            return new Changeable(whole, () -> whole.with(new Records(work).upcomingRoles(whole.id())), guard);
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

    void change(AccountRecord before, Map<FieldPath, @Nullable Object> values, Instant now) {
        new AccountRows(work).change(before, values, Map.of(), now);
    }

    /** As {@link #change}, and notes that nothing of the account tells any more whose it was. */
    void anonymise(AccountRecord before, Map<FieldPath, @Nullable Object> values, Instant now) {
        new AccountRows(work).change(before, values, Map.of("anonymised_at", now), now);
    }
}
