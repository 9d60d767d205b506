package dev.cuenta.store.account;

import dev.cuenta.core.account.AccountId;
import dev.cuenta.core.account.AccountRecord;
import dev.cuenta.core.account.AccountRecord.GivenRole;
import dev.cuenta.core.account.AccountRecord.Membership;
import dev.cuenta.core.account.TenantId;
import dev.cuenta.core.model.AccountModel;
import dev.cuenta.core.model.Field;
import dev.cuenta.core.model.FieldPath;
import dev.cuenta.core.model.Role;
import dev.cuenta.store.revision.Shape;
import dev.cuenta.store.revision.Work;
import java.time.Instant;
import java.time.OffsetDateTime;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.UUID;
import org.hibernate.query.NativeQuery;
import org.jspecify.annotations.Nullable;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;

/**
 * Reads whole accounts in one statement: the page's ids, the account, its profiles, its roles and its tenants. The maps that
 * Hibernate gives are attached to the session: a later change of them is written at the next flush.
 */
final class Records {
    private static final JsonMapper JSON = JsonMapper.builder().build();
    private static final String ROLES = """
            (select cast(json_agg(json_build_array(g.role, g.tenant_id) order by g.role) as text)
             from cuenta.role_given g where g.account_id = a.id) as roles""";
    private static final String CONFIRMED = """
            (select cast(json_object_agg(c.field, c.confirmed_at) as text)
             from cuenta.confirmed c where c.account_id = a.id) as confirmed""";
    private static final String TENANTS = """
            (select cast(json_agg(json_build_array(t.id, t.name) order by m.since, t.id) as text)
             from cuenta.membership m join cuenta.tenant t on t.id = m.tenant_id where m.account_id = a.id) as tenants""";

    private final Work work;
    private final AccountModel model;
    private final List<String> profiles;

    Records(Work work) {
        this.work = work;
        this.model = work.revision().model();
        this.profiles = List.copyOf(model.profiles().keySet());
    }

    List<AccountRecord> read(PageSql page) {
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
            String alias = Shape.table(profile);
            columns.append(", {").append(alias).append(".*}");
            joins.append(" left join ")
                    .append(Shape.qualified(profile))
                    .append(" \"")
                    .append(alias)
                    .append("\" on \"")
                    .append(alias)
                    .append("\".account_id = a.id");
        }
        return "select " + columns + ", " + ROLES + ", " + TENANTS + ", " + confirmed() + " from (" + page.ids()
                + ") page join accounts.account a on a.id = page.id" + joins + " order by " + page.order();
    }

    private String confirmed() {
        boolean any = model.fields().values().stream().anyMatch(Field::confirmed);
        return any ? CONFIRMED : "cast(null as text) as confirmed";
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
                roles((String) row[profiles.size() + 1]),
                tenants((String) row[profiles.size() + 2]),
                (Instant) required(account, "createdAt"),
                (Instant) required(account, "lastModifiedAt"),
                (Instant) account.get("anonymisedAt"),
                confirmed((String) row[profiles.size() + 3]),
                (Long) required(account, "version"));
    }

    private @Nullable Object value(Field field, Object key, Map<String, Object> record) {
        Object value = record.get(field.path().name());
        return value instanceof byte[] bytes ? work.secrets().stored(field, key, bytes) : value;
    }

    private static Object required(Map<String, Object> account, String attribute) {
        return Objects.requireNonNull(account.get(attribute), attribute);
    }

    private List<GivenRole> roles(@Nullable String json) {
        List<GivenRole> roles = new ArrayList<>();
        for (JsonNode given : array(json)) {
            TenantId tenant = given.get(1).isNull()
                    ? null
                    : new TenantId(UUID.fromString(given.get(1).asString()));
            model.roleNumbered(given.get(0).asInt())
                    .map(Role::name)
                    .ifPresent(role -> roles.add(new GivenRole(role, tenant)));
        }
        return roles;
    }

    private static List<Membership> tenants(@Nullable String json) {
        List<Membership> tenants = new ArrayList<>();
        for (JsonNode tenant : array(json)) {
            tenants.add(new Membership(
                    new TenantId(UUID.fromString(tenant.get(0).asString())),
                    tenant.get(1).asString()));
        }
        return tenants;
    }

    private static Map<FieldPath, Instant> confirmed(@Nullable String json) {
        Map<FieldPath, Instant> confirmed = new LinkedHashMap<>();
        if (json != null) {
            JSON.readTree(json)
                    .properties()
                    .forEach(entry -> confirmed.put(
                            FieldPath.parse(entry.getKey()),
                            OffsetDateTime.parse(entry.getValue().asString()).toInstant()));
        }
        return confirmed;
    }

    private static Iterable<JsonNode> array(@Nullable String json) {
        return json == null ? List.of() : JSON.readTree(json);
    }
}
