package dev.cuenta.store.activity;

import dev.cuenta.core.account.AccountId;
import dev.cuenta.core.account.TenantId;
import dev.cuenta.core.activity.Action;
import dev.cuenta.core.activity.Entry;
import dev.cuenta.core.activity.Origin;
import dev.cuenta.store.live.Work;
import dev.cuenta.store.schema.Shape;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.time.OffsetDateTime;
import java.util.ArrayList;
import java.util.Collection;
import java.util.Collections;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.UUID;
import org.jspecify.annotations.Nullable;
import tools.jackson.databind.json.JsonMapper;

/** Tells what is done, in the transaction that does it: if that is rolled back, nothing is told. */
public final class Activity {
    static final String COLUMNS =
            "number, at, action, account, person, service, via, address, tenant, cast(details as text)";
    private static final JsonMapper JSON = JsonMapper.builder().build();

    /**
     * Which entries are wanted, newest first; null for all.
     *
     * @param account whom they are about
     * @param person who did it
     * @param before entries with lower numbers only
     */
    public record Query(
            @Nullable AccountId account,
            @Nullable AccountId person,
            @Nullable String service,
            @Nullable Action action,
            @Nullable Long before,
            int limit) {}

    private final Work work;

    public Activity(Work work) {
        this.work = work;
    }

    /** Adds an entry that is about nobody, or about whom {@code account} says. */
    public void add(Action action, @Nullable AccountId account, Origin origin) {
        add(action, account, origin, Map.of());
    }

    /**
     * Adds an entry.
     *
     * @param account whom it is about; null where it is about nobody
     * @param details what may be known to whoever may read activity: no secret, no hidden value
     */
    public void add(Action action, @Nullable AccountId account, Origin origin, Map<String, ?> details) {
        addAll(action, Collections.singletonList(account), origin, details);
    }

    /** As {@link #add}, an entry about each of the accounts, in one statement. */
    public void addAll(
            Action action, Collection<? extends @Nullable AccountId> accounts, Origin origin, Map<String, ?> details) {
        List<@Nullable String> about = new ArrayList<>();
        accounts.forEach(account -> about.add(account == null ? null : account.text()));
        work.sql()
                .sql("""
                insert into cuenta.activity (action, account, person, service, via, address, tenant, details)
                select :action, about, :person, :service, cast(:via as uuid), :address, cast(:tenant as uuid), cast(:details as json)
                from unnest(cast(:about as text[])) about""")
                .param("action", action.word())
                .param("about", about.toArray(String[]::new))
                .param(
                        "person",
                        origin.person() == null ? null : origin.person().text())
                .param("service", origin.service())
                .param("via", origin.via())
                .param("address", origin.address())
                .param(
                        "tenant",
                        origin.tenant() == null ? null : origin.tenant().value())
                .param("details", JSON.writeValueAsString(told(origin, details)))
                .update();
    }

    private static Map<String, ?> told(Origin origin, Map<String, ?> details) {
        if (!origin.allTenants()) {
            return details;
        }
        Map<String, Object> told = new LinkedHashMap<>(details);
        told.put("allTenants", true);
        return told;
    }

    /**
     * One page of entries, and one more where there is a next page. Within a tenant they tell of its members, and of what was done
     * there or in no tenant.
     */
    public List<Entry> page(Query query) {
        Shape shape = work.revision().shape();
        return work.sql()
                .sql("select " + COLUMNS + " from cuenta.activity e where"
                        + " (cast(:accounts as text[]) is null or account = any(:accounts))"
                        + " and (cast(:persons as text[]) is null or person = any(:persons))"
                        + " and (cast(:service as text) is null or service = :service)"
                        + " and (cast(:action as text) is null or action = :action)"
                        + " and (cast(:tenant as uuid) is null or (select true from accounts.account a"
                        + " join cuenta.membership m on m.account_id = a.id and m.tenant_id = :tenant where "
                        + shape.isKnownBy("e.account") + ")"
                        + " and coalesce(e.tenant, :tenant) = :tenant and coalesce(e.details->>'tenant', :tenant::text) = :tenant::text)"
                        + " and number < :before order by number desc limit :limit")
                .param("accounts", names(query.account()))
                .param("persons", names(query.person()))
                .param("service", query.service())
                .param("action", query.action() == null ? null : query.action().word())
                .param("tenant", work.scope().tenant().map(TenantId::value).orElse(null))
                .param("before", query.before() == null ? Long.MAX_VALUE : query.before())
                .param("limit", query.limit() + 1)
                .query((row, index) -> read(row, 1))
                .list();
    }

    /** All by which an account is, or was, known: its id may have been of another sort when something was told of it. */
    private String @Nullable [] names(@Nullable AccountId account) {
        if (account == null) {
            return null;
        }
        return work.keys()
                .find(account)
                .flatMap(key -> work.sql()
                        .sql("select " + work.revision().shape().ids() + " from accounts.account a where a.id = ?")
                        .param(key)
                        .query((row, index) -> (String[]) row.getArray(1).getArray())
                        .optional())
                .orElseGet(() -> new String[] {account.text()});
    }

    /** Reads the {@link #COLUMNS}, the first of which is the row's {@code from}th. */
    static Entry read(ResultSet row, int from) throws SQLException {
        return new Entry(
                row.getLong(from),
                row.getObject(from + 1, OffsetDateTime.class).toInstant(),
                row.getString(from + 2),
                row.getString(from + 3),
                row.getString(from + 4),
                row.getString(from + 5),
                row.getObject(from + 6, UUID.class),
                row.getString(from + 7),
                row.getObject(from + 8, UUID.class),
                row.getString(from + 9));
    }
}
