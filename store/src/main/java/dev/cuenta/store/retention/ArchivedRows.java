package dev.cuenta.store.retention;

import dev.cuenta.core.account.AccountId;
import dev.cuenta.core.account.TenantId;
import dev.cuenta.core.model.Kind;
import dev.cuenta.core.model.TenantRules.Membership;
import dev.cuenta.store.live.Work;
import dev.cuenta.store.schema.Shape;
import dev.cuenta.store.tenant.Memberships;
import dev.cuenta.store.tenant.Tenants;
import java.time.OffsetDateTime;
import java.util.ArrayList;
import java.util.Base64;
import java.util.HashMap;
import java.util.HexFormat;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Set;
import java.util.UUID;
import org.jspecify.annotations.Nullable;
import tools.jackson.core.type.TypeReference;
import tools.jackson.databind.json.JsonMapper;

/**
 * The rows of Cuenta's own tables that belong to an account, by their table, as JSON has them: whatever table there is, unless it says
 * that it passes with the account.
 */
record ArchivedRows(Map<String, List<Map<String, @Nullable Object>>> all) {
    /** Those of a document, also of one that an earlier version put aside. */
    static final String ALL = """
            coalesce(records, jsonb_build_object(
                'cuenta.credential', case when password is null then '[]'::jsonb
                    else jsonb_build_array(jsonb_build_object('hash', password, 'set_at', archived_at)) end,
                'cuenta.role_given', (select coalesce(jsonb_agg(jsonb_build_object(
                    'role', r->'role', 'tenant_id', r->'tenant', 'given_at', archived_at)), '[]') from jsonb_array_elements(roles) r),
                'cuenta.membership', (select coalesce(jsonb_agg(jsonb_build_object(
                    'tenant_id', t, 'since', archived_at)), '[]') from jsonb_array_elements(tenants) t))) as all_records""";

    private static final JsonMapper JSON = JsonMapper.builder().build();
    private static final TypeReference<Map<String, List<Map<String, @Nullable Object>>>> ROWS =
            new TypeReference<>() {};
    private static final TypeReference<Map<String, @Nullable Object>> ROW = new TypeReference<>() {};

    /** So many letters of its id keep a tenant's address apart from another's. */
    private static final int SUFFIX = 8;

    private static final String TENANT = "cuenta.tenant";
    private static final String MEMBERSHIP = "cuenta.membership";
    private static final String ROLE = "cuenta.role_given";
    private static final String SECOND_FACTOR = "cuenta.second_factor";
    /** Where the seed of a second factor is kept among an account's sealed values. No field is called that. */
    private static final String SEED = "#seed";

    static boolean isSeed(String path) {
        return path.equals(SEED);
    }

    static ArchivedRows read(String json) {
        return new ArchivedRows(JSON.readValue(json, ROWS));
    }

    /**
     * What there is of each of the accounts; a table of all of them is read at once.
     *
     * @param secrets of each account; gets the seed of its second factor, which is sealed
     */
    static Map<AccountId, ArchivedRows> of(Map<AccountId, Map<String, String>> secrets, Work work) {
        List<AccountId> accounts = List.copyOf(secrets.keySet());
        String[] keys = work.keys().of(accounts);
        Map<String, Map<String, List<Map<String, @Nullable Object>>>> byKey = new HashMap<>();
        for (String key : keys) {
            byKey.put(key, new LinkedHashMap<>());
        }
        read(TENANT, "select founder, to_jsonb(r) from cuenta.tenant r where founder = any(?)", keys, byKey, work);
        for (String table : work.revision().shape().returning()) {
            read(
                    table,
                    "select cast(account_id as text), to_jsonb(r) - 'account_id' from " + table
                            + " r where account_id = " + anyOf(work),
                    keys,
                    byKey,
                    work);
        }
        Map<AccountId, ArchivedRows> rows = new HashMap<>();
        for (int i = 0; i < keys.length; i++) {
            ArchivedRows all = new ArchivedRows(Objects.requireNonNull(byKey.get(keys[i])));
            all.takeSeeds(Objects.requireNonNull(secrets.get(accounts.get(i))));
            rows.put(accounts.get(i), all);
        }
        return rows;
    }

    /** One of the keys that are given as texts. */
    static String anyOf(Work work) {
        return "any(cast(? as " + work.revision().shape().keyType().sql() + "[]))";
    }

    private static void read(
            String table,
            String statement,
            String[] keys,
            Map<String, Map<String, List<Map<String, @Nullable Object>>>> byKey,
            Work work) {
        byKey.values().forEach(all -> all.put(table, new ArrayList<>()));
        work.sql().sql(statement).param(keys).query(row -> {
            Objects.requireNonNull(byKey.get(row.getString(1)))
                    .computeIfAbsent(table, none -> new ArrayList<>())
                    .add(JSON.readValue(row.getString(2), ROW));
        });
    }

    private void takeSeeds(Map<String, String> secrets) {
        for (Map<String, @Nullable Object> factor : all.getOrDefault(SECOND_FACTOR, List.of())) {
            byte[] seed = HexFormat.of()
                    .parseHex(String.valueOf(factor.remove("seed")).substring(2));
            secrets.put(SEED, Base64.getEncoder().encodeToString(seed));
        }
    }

    /**
     * Stores them again.
     *
     * @param kind of the account
     * @param secrets the account's sealed values
     * @param lost gets, in words, what the live model or the tenants that are there have no place for
     */
    void bringBack(AccountId account, Kind kind, Map<String, String> secrets, Work work, List<String> lost) {
        all.getOrDefault(TENANT, List.of()).forEach(tenant -> bringBackTenant(tenant, work));
        List<Map<String, @Nullable Object>> memberships = memberships(work, lost);
        new Memberships(work)
                .joinAll(memberships.stream()
                        .map(row -> new Memberships.Joining(
                                account,
                                tenant(row),
                                OffsetDateTime.parse(String.valueOf(row.get("since")))
                                        .toInstant()))
                        .toList());
        for (String table : work.revision().shape().returning()) {
            List<Map<String, @Nullable Object>> rows = new ArrayList<>(all.getOrDefault(table, List.of()));
            switch (table) {
                case MEMBERSHIP -> rows.clear();
                case ROLE -> {
                    ArchivedRoles roles = new ArchivedRoles(work.revision().model(), kind, memberships);
                    rows.removeIf(row -> roles.isLost(row, lost));
                }
                case SECOND_FACTOR -> rows.forEach(row -> row.put("seed", seed(secrets)));
                default -> {}
            }
            if (table.startsWith(Shape.SCHEMA + ".")) {
                rows.removeIf(
                        row -> memberships.stream().noneMatch(own -> tenant(own).equals(tenant(row))));
                Set<String> columns = columns(table, work);
                rows.forEach(row -> row.keySet().stream()
                        .filter(column -> row.get(column) != null && !columns.contains(column))
                        .forEach(column -> lost.add("`" + column + "` in " + tenant(row))));
            }
            store(table, account, rows, work);
        }
    }

    private static Set<String> columns(String table, Work work) {
        return Set.copyOf(work.sql()
                .sql(
                        "select attname from pg_attribute where attrelid = to_regclass(?) and attnum > 0 and not attisdropped")
                .param(table)
                .query(String.class)
                .list());
    }

    private static String seed(Map<String, String> secrets) {
        return "\\x" + HexFormat.of().formatHex(Base64.getDecoder().decode(secrets.get(SEED)));
    }

    /** Under another address where somebody has its own meanwhile. */
    private static void bringBackTenant(Map<String, @Nullable Object> tenant, Work work) {
        String slug = String.valueOf(tenant.get("slug"));
        if (new Tenants(work).ofSlug(slug).isPresent()) {
            String id = String.valueOf(tenant.get("id"));
            tenant.put("slug", slug + "-" + id.substring(id.length() - SUFFIX));
        }
        work.sql()
                .sql("insert into cuenta.tenant select (jsonb_populate_record(null::cuenta.tenant, cast(? as jsonb))).*"
                        + " on conflict do nothing")
                .param(JSON.writeValueAsString(tenant))
                .update();
    }

    private List<Map<String, @Nullable Object>> memberships(Work work, List<String> lost) {
        Tenants tenants = new Tenants(work);
        boolean one = work.revision().model().tenants().membership() == Membership.ONE;
        List<Map<String, @Nullable Object>> found = new ArrayList<>();
        for (Map<String, @Nullable Object> row : all.getOrDefault(MEMBERSHIP, List.of())) {
            if (tenants.exists(tenant(row)) && !(one && !found.isEmpty())) {
                found.add(row);
            } else {
                lost.add("the membership in " + tenant(row));
            }
        }
        return found;
    }

    static TenantId tenant(Map<String, @Nullable Object> row) {
        return new TenantId(UUID.fromString(String.valueOf(row.get("tenant_id"))));
    }

    private static void store(String table, AccountId account, List<Map<String, @Nullable Object>> rows, Work work) {
        if (rows.isEmpty()) {
            return;
        }
        String key = work.keys().of(account).toString();
        rows.forEach(row -> row.put("account_id", key));
        work.sql()
                .sql("insert into " + table + " select (jsonb_populate_recordset(null::" + table
                        + ", cast(? as jsonb))).*")
                .param(JSON.writeValueAsString(rows))
                .update();
    }
}
