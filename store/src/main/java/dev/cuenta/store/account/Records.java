package dev.cuenta.store.account;

import dev.cuenta.core.account.AccountId;
import dev.cuenta.core.account.AccountRecord;
import dev.cuenta.core.account.Needs;
import dev.cuenta.core.model.AccountModel;
import dev.cuenta.core.model.Field;
import dev.cuenta.core.model.FieldPath;
import dev.cuenta.store.live.Work;
import dev.cuenta.store.schema.Shape;
import java.time.Instant;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import org.hibernate.query.NativeQuery;
import org.jspecify.annotations.Nullable;

/**
 * Reads whole accounts in one statement. Work that writes gets maps of Hibernate's that are attached to the session: a later change of them
 * is written at the next flush. Work that reads does without.
 */
final class Records {
    private final Work work;
    private final AccountModel model;
    private final List<String> profiles;

    Records(Work work) {
        this.work = work;
        this.model = work.revision().model();
        this.profiles = List.copyOf(model.profiles().keySet());
    }

    Optional<AccountRecord> read(AccountId id) {
        return work.writes()
                ? attached(PageSql.one(work, id)).stream().findFirst()
                : plans().whole().read(id, work);
    }

    List<AccountRecord> read(PageSql page) {
        return work.writes() ? attached(page) : plans().whole().read(page, work);
    }

    Optional<AccountRecord> read(AccountId id, Needs needs) {
        return plans().of(needs).read(id, work);
    }

    List<AccountRecord> read(PageSql page, Needs needs) {
        return plans().of(needs).read(page, work);
    }

    Map<String, AccountRecord> lookUp(String keys, List<Object> parameters, Needs needs) {
        return plans().of(needs).lookUp(keys, parameters, work);
    }

    private RecordPlans plans() {
        return work.revision().planned(RecordPlans.class, RecordPlans::new);
    }

    private List<AccountRecord> attached(PageSql page) {
        NativeQuery<Object[]> query = work.session().createNativeQuery(statement(page), Object[].class);
        query.addEntity("a", Shape.ACCOUNT);
        profiles.forEach(profile -> query.addEntity(Shape.table(profile), Shape.table(profile)));
        query.addScalar("roles", String.class)
                .addScalar("tenants", String.class)
                .addScalar("confirmed", String.class);
        page.parameters().forEach(query::setParameter);
        return query.list().stream().map(this::record).toList();
    }

    private String statement(PageSql page) {
        StringBuilder columns = new StringBuilder("{a.*}");
        StringBuilder joins = new StringBuilder();
        for (String profile : profiles) {
            columns.append(", {").append(Shape.table(profile)).append(".*}");
            joins.append(RecordPlan.join(profile));
        }
        return "select " + columns + ", " + RecordPlan.ROLES + " as roles, " + RecordPlan.TENANTS + " as tenants, "
                + RecordPlan.confirmed(model) + " as confirmed" + page.records(joins.toString());
    }

    @SuppressWarnings("unchecked") // Hibernate gives entities without a class as maps
    private AccountRecord record(@Nullable Object[] row) {
        Map<String, Object> account = (Map<String, Object>) row[0];
        Map<FieldPath, @Nullable Object> values = new LinkedHashMap<>();
        Object key = required(account, "id");
        model.ownFields().stream()
                .filter(Field::stored)
                .forEach(field -> values.put(field.path(), value(field, key, account)));
        for (int i = 0; i < profiles.size(); i++) {
            Map<String, Object> profile = (Map<String, Object>) row[i + 1];
            for (Field field : profile == null ? List.<Field>of() : model.fieldsOfProfile(profiles.get(i))) {
                values.put(field.path(), value(field, key, profile));
            }
        }
        AccountId id =
                new AccountId(String.valueOf(account.get(work.revision().shape().idColumn())));
        work.keys().remember(id, key);
        return new AccountRecord(
                id,
                (String) required(account, "kind"),
                values,
                RecordPlan.roles((String) row[profiles.size() + 1], model),
                RecordPlan.tenants((String) row[profiles.size() + 2]),
                (Instant) required(account, "createdAt"),
                (Instant) required(account, "lastModifiedAt"),
                (Instant) account.get("anonymisedAt"),
                RecordPlan.confirmed((String) row[profiles.size() + 3]),
                (Long) required(account, "version"));
    }

    private @Nullable Object value(Field field, Object key, Map<String, Object> record) {
        Object value = record.get(field.path().name());
        return value instanceof byte[] bytes ? work.secrets().stored(field, key, bytes) : value;
    }

    private static Object required(Map<String, Object> account, String attribute) {
        return Objects.requireNonNull(account.get(attribute), attribute);
    }
}
