package dev.cuenta.store.account;

import dev.cuenta.core.account.AccountId;
import dev.cuenta.core.account.AccountRecord;
import dev.cuenta.core.account.AccountRecord.GivenRole;
import dev.cuenta.core.account.AccountRecord.Membership;
import dev.cuenta.core.account.Needs;
import dev.cuenta.core.account.TenantId;
import dev.cuenta.core.model.AccountModel;
import dev.cuenta.core.model.Field;
import dev.cuenta.core.model.FieldPath;
import dev.cuenta.core.model.Role;
import dev.cuenta.store.live.LiveRevision;
import dev.cuenta.store.live.Work;
import dev.cuenta.store.schema.ColumnValues;
import dev.cuenta.store.schema.DependentTables;
import dev.cuenta.store.schema.RightsStamps;
import dev.cuenta.store.schema.RowSecurity;
import dev.cuenta.store.schema.Shape;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.time.Instant;
import java.time.OffsetDateTime;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.UUID;
import java.util.concurrent.ConcurrentHashMap;
import java.util.stream.Collectors;
import org.jspecify.annotations.Nullable;
import tools.jackson.databind.DeserializationFeature;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;

/**
 * How the accounts of a revision are read: one statement for what somebody needs of an account, its profiles, roles, tenants and
 * confirmations, and what each of its columns is. Made once for a revision and what is needed.
 */
final class RecordPlan {
    private static final JsonMapper JSON = JsonMapper.builder()
            .enable(DeserializationFeature.USE_BIG_DECIMAL_FOR_FLOATS)
            .build();
    private static final String SOME_ROLES = """
            (select cast(json_agg(json_build_array(g.role, g.tenant_id, g.ends_at) order by g.role) as text)
             from %s g where g.account_id = a.id%s)""";

    private static final String ROLES = SOME_ROLES.formatted(DependentTables.ROLE_IN_EFFECT, "");
    static final String UPCOMING_ROLES = SOME_ROLES.formatted("cuenta.role_given", " and g.starts_at > now()");
    private static final String NOTHING = "cast(null as text)";
    private static final String CONFIRMED = """
            (select cast(json_object_agg(c.field, c.confirmed_at) as text)
             from cuenta.confirmed c where c.account_id = a.id)""";
    private static final String TENANTS = """
            (select cast(json_agg(json_build_array(t.id, t.name, m.since, t.second_factor%s) order by m.since, t.id) as text)
             from cuenta.membership m join cuenta.tenant t on t.id = m.tenant_id where m.account_id = a.id)""";

    /** A stored field, and at which position of the row its value is. */
    private record Place(Field field, int position) {}

    /** A profile, and where its own key is, which is missing where an account has no such profile. */
    private record ProfilePlaces(int key, List<Place> fields) {}

    /** How one account is asked for: by which of its ids, and whether within a tenant. */
    private record Single(String id, boolean withinTenant) {
        private String statement(RecordPlan plan) {
            return plan.select + " from accounts.account a" + plan.joins + " where a." + id + " = ?"
                    + (withinTenant ? " and " + PageSql.member("?") : "");
        }
    }

    private final AccountModel model;
    private final Map<Single, String> single = new ConcurrentHashMap<>();
    private final List<Place> own;
    private final List<ProfilePlaces> profiles = new ArrayList<>();
    private final List<String> columns = new ArrayList<>();
    private final String select;
    private final String joins;

    RecordPlan(LiveRevision revision, Needs needs) {
        this.model = revision.model();
        Shape shape = revision.shape();
        List<Field> there = model.fields().values().stream()
                .filter(field ->
                        field.withinTenant() && field.stored() && needs.fields().contains(field.path()))
                .toList();
        columns.addAll(List.of(
                "a.id",
                "cast(a." + shape.idColumn() + " as text)",
                "a.kind",
                "a.created_at",
                "a.last_modified_at",
                "a.anonymised_at",
                "a.version",
                needs.roles() ? ROLES : NOTHING,
                needs.tenants() || !there.isEmpty() ? tenants(there, shape) : NOTHING,
                needs.confirmed() ? confirmed(model) : NOTHING,
                needs.roles() ? RightsStamps.ofRow("a") : "0"));
        this.own = places("a", model.ownFields(), needs, shape);
        StringBuilder joined = new StringBuilder();
        model.profiles(false).forEach(profile -> {
            String alias = AccountConditionSql.alias(profile);
            columns.add(alias + ".account_id");
            int key = columns.size();
            List<Place> places = places(alias, model.fieldsOfProfile(profile), needs, shape);
            if (places.isEmpty()) {
                columns.remove(columns.size() - 1);
            } else {
                profiles.add(new ProfilePlaces(key, places));
                joined.append(join(profile, model));
            }
        });
        // A page is sorted by what is joined.
        there.stream()
                .map(field -> String.valueOf(field.path().profile()))
                .distinct()
                .forEach(profile -> joined.append(join(profile, model)));
        this.select = "select " + String.join(", ", columns);
        this.joins = joined.toString();
    }

    static String confirmed(AccountModel model) {
        return model.fields().values().stream().anyMatch(Field::confirmed) ? CONFIRMED : NOTHING;
    }

    /** One that an account has in each of its tenants, in the one to which the transaction is limited: in none, nothing is joined. */
    static String join(String profile, AccountModel model) {
        String alias = AccountConditionSql.alias(profile);
        String there = model.isWithinTenant(profile) ? " and " + alias + ".tenant_id = " + RowSecurity.HERE : "";
        return " left join " + Shape.qualified(profile) + " " + alias + " on " + alias + ".account_id = a.id" + there;
    }

    /** With the values of fields that an account has in each of its tenants. */
    private static String tenants(List<Field> there, Shape shape) {
        Map<String, List<Field>> byProfile = there.stream()
                .collect(Collectors.groupingBy(
                        field -> String.valueOf(field.path().profile()), LinkedHashMap::new, Collectors.toList()));
        StringBuilder values = new StringBuilder();
        byProfile.forEach((profile, fields) -> values.append(", ").append("""
                (select jsonb_build_object(%s) from %s v where v.account_id = m.account_id and v.tenant_id = m.tenant_id)""".formatted(
                fields.stream()
                        .map(field -> Shape.literal(field.path()) + ", v." + Shape.quoted(shape.columnNow(field)))
                        .collect(Collectors.joining(", ")),
                Shape.qualified(profile))));
        return TENANTS.formatted(values);
    }

    private List<Place> places(String alias, List<Field> fields, Needs needs, Shape shape) {
        List<Place> places = new ArrayList<>();
        for (Field field : fields) {
            if (field.stored() && needs.fields().contains(field.path())) {
                columns.add(alias + "." + Shape.quoted(shape.columnNow(field)));
                places.add(new Place(field, columns.size()));
            }
        }
        return List.copyOf(places);
    }

    /** Of the work's scope; by its present id or its former one. */
    Optional<AccountRecord> read(AccountId id, Work work) {
        return work.revision().shape().findId(id.text()).flatMap(found -> read(found, List.of(), work));
    }

    /** As {@link #read(AccountId, Work)}, locked first: a statement sees no more than was there when it began. */
    Optional<AccountRecord> lock(AccountId id, Work work) {
        return work.revision()
                .shape()
                .findId(id.text())
                .flatMap(found -> read(
                        found,
                        List.of(new Work.Question(
                                "select 1 from accounts.account where " + found.column() + " = ? for update",
                                List.of(found.value()))),
                        work));
    }

    private Optional<AccountRecord> read(Shape.FoundId found, List<Work.Question> before, Work work) {
        Optional<TenantId> tenant = work.scope().tenant();
        List<Object> parameters = new ArrayList<>(List.of(found.value()));
        tenant.ifPresent(within -> parameters.add(within.value()));
        String statement =
                single.computeIfAbsent(new Single(found.column(), tenant.isPresent()), one -> one.statement(this));
        return work.ask(before, new Work.Question(statement, parameters), (row, index) -> record(row, work)).stream()
                .findFirst();
    }

    /** The accounts of the page, in its order. */
    List<AccountRecord> read(PageSql page, Work work) {
        return work.ask(select + page.records(joins), page.parameters(), (row, index) -> record(row, work));
    }

    /**
     * The accounts of the work's scope that a question gives the keys of. PostgreSQL does not know how many these are; that they are a
     * list of keys keeps it from reading the whole table beside them.
     *
     * @param keys gives {@code asked}, which the answer has them by, and {@code key}
     */
    Map<String, AccountRecord> lookUp(String keys, List<Object> parameters, Work work) {
        Optional<TenantId> tenant = work.scope().tenant();
        List<Object> all = new ArrayList<>(parameters);
        tenant.ifPresent(within -> all.add(within.value()));
        String statement = "with looked_up as materialized (" + keys + ") " + select
                + ", looked_up.asked from looked_up join accounts.account a on a.id = looked_up.key" + joins
                + " where a.id = any(array(select key from looked_up))"
                + (tenant.isPresent() ? " and " + PageSql.member("?") : "");
        return work
                .ask(statement, all, (row, index) -> Map.entry(row.getString(columns.size() + 1), record(row, work)))
                .stream()
                .collect(Collectors.toMap(Map.Entry::getKey, Map.Entry::getValue));
    }

    private AccountRecord record(ResultSet row, Work work) throws SQLException {
        Object key = row.getObject(1);
        AccountId id = new AccountId(row.getString(2));
        work.keys().remember(id, key);
        Map<FieldPath, @Nullable Object> values = new LinkedHashMap<>();
        put(own, key, row, values, work);
        for (ProfilePlaces profile : profiles) {
            if (row.getObject(profile.key()) != null) {
                put(profile.fields(), key, row, values, work);
            }
        }
        List<Membership> tenants = tenants(row.getString(9), model);
        AccountRecord record = new AccountRecord(
                id,
                row.getString(3),
                values,
                roles(row.getString(8), model),
                tenants,
                instant(row, 4),
                instant(row, 5),
                row.getObject(6) == null ? null : instant(row, 6),
                confirmed(row.getString(10)),
                row.getLong(7),
                work.revision().number() + row.getLong(11));
        return record.met(work.scope());
    }

    private static void put(
            List<Place> places, Object key, ResultSet row, Map<FieldPath, @Nullable Object> values, Work work)
            throws SQLException {
        for (Place place : places) {
            Object value = ColumnValues.get(row, place.position(), Shape.stored(place.field()));
            values.put(
                    place.field().path(),
                    value instanceof byte[] bytes ? work.secrets().stored(place.field(), key, bytes) : value);
        }
    }

    private static Instant instant(ResultSet row, int position) throws SQLException {
        return row.getObject(position, OffsetDateTime.class).toInstant();
    }

    static List<GivenRole> roles(@Nullable String json, AccountModel model) {
        List<GivenRole> roles = new ArrayList<>();
        for (JsonNode given : array(json)) {
            TenantId tenant = given.get(1).isNull()
                    ? null
                    : new TenantId(UUID.fromString(given.get(1).asString()));
            Instant ends = given.get(2).isNull()
                    ? null
                    : OffsetDateTime.parse(given.get(2).asString()).toInstant();
            model.roleNumbered(given.get(0).asInt())
                    .map(Role::name)
                    .ifPresent(role -> roles.add(new GivenRole(role, tenant, ends)));
        }
        return roles;
    }

    private static List<Membership> tenants(@Nullable String json, AccountModel model) {
        List<Membership> tenants = new ArrayList<>();
        for (JsonNode tenant : array(json)) {
            tenants.add(new Membership(
                    new TenantId(UUID.fromString(tenant.get(0).asString())),
                    tenant.get(1).asString(),
                    OffsetDateTime.parse(tenant.get(2).asString()).toInstant(),
                    tenant.get(3).asBoolean(),
                    values(tenant, model)));
        }
        return tenants;
    }

    /** Read as they are sent, which is how PostgreSQL writes them. */
    private static Map<FieldPath, Object> values(JsonNode tenant, AccountModel model) {
        Map<FieldPath, Object> values = new LinkedHashMap<>();
        for (int i = 4; i < tenant.size(); i++) {
            tenant.get(i)
                    .properties()
                    .forEach(entry -> model.field(entry.getKey())
                            .filter(field -> !entry.getValue().isNull())
                            .ifPresent(field -> field.type()
                                    .read(JSON.treeToValue(entry.getValue(), Object.class), field.limits())
                                    .value()
                                    .ifPresent(value -> values.put(field.path(), value))));
        }
        return values;
    }

    static Map<FieldPath, Instant> confirmed(@Nullable String json) {
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
