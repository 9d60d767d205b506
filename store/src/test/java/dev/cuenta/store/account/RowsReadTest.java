package dev.cuenta.store.account;

import static org.assertj.core.api.Assertions.assertThat;

import dev.cuenta.core.account.AccountId;
import dev.cuenta.core.account.AccountQuery;
import dev.cuenta.core.account.AccountQuery.Position;
import dev.cuenta.core.account.AccountRecord;
import dev.cuenta.core.account.Attribute;
import dev.cuenta.core.account.Attributes;
import dev.cuenta.core.account.Condition;
import dev.cuenta.core.account.Needs;
import dev.cuenta.core.account.Scope;
import dev.cuenta.core.account.TenantId;
import dev.cuenta.core.model.AccountModel;
import dev.cuenta.core.model.Field;
import dev.cuenta.core.model.FieldPath;
import dev.cuenta.core.model.Models;
import dev.cuenta.core.model.Role;
import dev.cuenta.core.type.Comparison;
import dev.cuenta.store.adoption.Adoptions;
import dev.cuenta.store.database.TestDatabase;
import dev.cuenta.store.live.Work;
import dev.cuenta.store.role.RoleGrants;
import dev.cuenta.store.tenant.TenantQuery;
import dev.cuenta.store.tenant.Tenants;
import java.math.BigDecimal;
import java.time.Duration;
import java.time.Instant;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.UUID;
import java.util.function.Consumer;
import java.util.function.UnaryOperator;
import java.util.stream.IntStream;
import java.util.stream.Stream;
import org.jspecify.annotations.Nullable;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import org.springframework.jdbc.core.simple.JdbcClient;

/**
 * Of 200,000 accounts, no question that an index can answer reads more than some hundreds, whoever asks it: PostgreSQL counts the rows
 * that it reads. The service's role asks, so that row-level security is on.
 */
class RowsReadTest {
    private static final String MODEL = """
            cuenta: 1
            name: marea
            access: { read: [owner, administrator], write: [owner, administrator] }
            kinds:
              berthHolder: { label: Berth holder, profiles: [person], default: true }
              contractor: { label: Contractor, profiles: [sample] }
            fields:
              email: { type: email, required: true, uniqueness: server, signIn: true, search: true, write: [guest, owner, administrator] }
              number: { type: integer, uniqueness: server }
              code: { type: string, maxLength: 20, caseExact: true, uniqueness: server }
              theme: { type: string, maxLength: 10 }
              berth: { type: string, maxLength: 10, indexed: true }
              length: { type: decimal, precision: 8, scale: 2, indexed: true }
              born: { type: date, indexed: true }
            profiles:
              sample: { fields: { weight: { type: integer } } }
              person:
                fields:
                  familyName: { type: string, maxLength: 40, search: true }
                  givenName: { type: string, maxLength: 40, indexed: true }
              stay:
                within: tenant
                fields:
                  locker: { type: string, maxLength: 10, uniqueness: tenant }
                  pier: { type: string, maxLength: 10, indexed: true }
                  nights: { type: integer, indexed: true }
                  dues: { type: decimal, precision: 8, scale: 2, indexed: true }
            roles:
              boater: { number: 1, default: true }
              harbourMaster: { number: 2, within: tenant, may: [accounts.read] }
              skipper: { number: 3, within: tenant, may: [accounts.read] }
              administrator: { number: 9, may: ['*'] }
            tenants: { membership: many }
            """;
    private static final int ACCOUNTS = 200_000;
    private static final int TENANTS = 50_000;
    private static final Long MIDDLE = 107_777L;
    /** A search looks at ten thousand keys at most; all others read some hundreds. */
    private static final long MOST = 11_000;

    private static TestDatabase database;
    private static AccountModel model;
    private static Attributes attributes;
    private static final Map<String, Scope> SCOPES = new LinkedHashMap<>();

    @BeforeAll
    static void many_accounts() {
        database = new TestDatabase();
        database.publish(MODEL);
        database.live().refresh();
        model = Models.of(MODEL);
        attributes = Attributes.of(model, field -> true);
        UUID large = UUID.randomUUID();
        UUID small = UUID.randomUUID();
        SCOPES.put("everywhere", Scope.EVERYWHERE);
        SCOPES.put("in a tenant of half of them", Scope.within(new TenantId(large)));
        SCOPES.put("in a tenant of twenty", Scope.within(new TenantId(small)));
        Stream.of(large, small)
                .forEach(tenant -> database.sql()
                        .sql("insert into cuenta.tenant (id, name) values (?, 'Marea')")
                        .param(tenant)
                        .update());
        database.owner().connections().together(sql -> {
            sql.sql("set local session_replication_role = replica").update(); // triggers would do it row by row
            List<String> indexes = takenAway(sql);
            sql.sql("""
                    insert into accounts.account
                        (id, kind, created_at, last_modified_at, version, anonymised_at, tenants_, email, number, code, theme,
                        berth, length, born)
                    select cast(lpad(to_hex(n), 12, '0') || '70008000' || right(md5(cast(n as text)), 12) as uuid),
                        case when n % 1000 = 0 then 'contractor' else 'berthHolder' end,
                        timestamptz '2024-11-01' + n * interval '1 min', timestamptz '2026-11-01' - n * interval '1 min', 1,
                        case when n % 5000 = 0 then timestamptz '2026-10-01' end,
                        array_remove(array[case when n % 10000 = 7 then cast(:small as uuid) when n % 2 = 0 then cast(:large as uuid) end], null),
                        'boater' || n || '@marea.example', n * 7919 % 200003, 'Code' || n, 'day', case when n % 10 > 0 then 'B' || n % 5003 end, n * 7919 % 200003 / 100.0,
                        date '1950-01-01' + n * 7919 % 20011
                    from generate_series(1, :accounts) n""")
                    .param("small", small)
                    .param("large", large)
                    .param("accounts", ACCOUNTS)
                    .update();
            sql.sql(
                            "insert into accounts.profile_person select id, 'Family' || number % 20000, 'Given' || number % 20000 from accounts.account where kind <> 'contractor'")
                    .update();
            sql.sql(
                            "insert into cuenta.membership (account_id, tenant_id) select id, tenants_[1] from accounts.account where tenants_ <> '{}'")
                    .update();
            sql.sql("""
                    insert into accounts.profile_stay
                    select m.account_id, m.tenant_id, 'L' || a.number, 'B' || a.number % 5003, a.number, a.number / 100.0
                    from cuenta.membership m join accounts.account a on a.id = m.account_id""").update();
            sql.sql("""
                    insert into cuenta.role_given (account_id, role)
                    select id, case when number % 50000 = 7 then 9 else 1 end from accounts.account""").update();
            sql.sql("""
                    insert into cuenta.role_given (account_id, role, tenant_id)
                    select account_id, case when right(account_id::text, 3) = '777' then 2 else 3 end, tenant_id
                    from cuenta.membership m where exists (select from accounts.account where id = m.account_id and kind = 'berthHolder')""").update();
            sql.sql("insert into cuenta.adopted (source, source_key, account_id, outcome)"
                            + " select 'people', number, id, 'brought' from accounts.account")
                    .update();
            indexes.forEach(index -> sql.sql(index).update());
            return indexes;
        });
        database.sql().sql("""
                        insert into cuenta.tenant (id, name, slug, created_at, suspended_at, archived_at)
                        select gen_random_uuid(), 'Pier ' || n, 'pier-' || n, timestamptz '2025-01-01' + n * interval '1 min',
                            case when n % 100 = 0 or n <= 20000 then now() end, case when n <= 20000 then now() end
                        from generate_series(1, ?) n""").param(TENANTS).update();
        database.sql().sql("vacuum analyze").update();
    }

    /** Statements that make the indexes again that are no constraints: of many rows at once that is much quicker. */
    private static List<String> takenAway(JdbcClient sql) {
        String indexes = """
                from pg_index i where i.indrelid::regclass::text ~ '^(accounts|cuenta)[.]'
                and not exists (select from pg_constraint c where c.conindid = i.indexrelid)""";
        List<String> again = sql.sql("select pg_get_indexdef(i.indexrelid) " + indexes)
                .query(String.class)
                .list();
        sql.sql("select 'drop index ' || i.indexrelid::regclass " + indexes)
                .query(String.class)
                .list()
                .forEach(drop -> sql.sql(drop).update());
        return again;
    }

    @AfterAll
    static void stop() {
        database.close();
    }

    private static boolean isServed(Attribute attribute) {
        return attribute.field() == null
                || attribute.field().unique()
                || attribute.field().search()
                || attribute.field().uniqueWithinTenant()
                || attribute.field().indexed();
    }

    private record Asked(String question, long rows) {}

    private static long rowsRead(Scope scope, Consumer<Work> question) {
        return database.live()
                .with(revision -> revision.read(scope, work -> {
                    work.limitStatements(Duration.ofMinutes(1)); // in one transaction, of which PostgreSQL counts
                    long before = read(work);
                    question.accept(work);
                    return read(work) - before;
                }));
    }

    private static long read(Work work) {
        return work.sql()
                .sql("select sum(seq_tup_read + coalesce(idx_tup_fetch, 0)) from pg_stat_xact_user_tables")
                .query(Long.class)
                .single();
    }

    private static List<Asked> overMost(Map<String, Consumer<Accounts>> questions) {
        List<Asked> asked = new ArrayList<>();
        questions.forEach((question, ask) -> SCOPES.forEach((name, scope) -> {
            if (question.startsWith("stay.") && scope.tenant().isEmpty()) {
                return; // what has a value in each tenant is asked for in one
            }
            Asked one = new Asked(question + " " + name, rowsRead(scope, work -> ask.accept(new Accounts(work))));
            if (one.rows() > MOST) {
                asked.add(one);
            }
        }));
        return asked;
    }

    @Test
    void filters() {
        Map<String, Consumer<Accounts>> questions = new LinkedHashMap<>();
        attributes.paths().stream()
                .map(path -> attributes.find(path).orElseThrow())
                .filter(RowsReadTest::isServed)
                .forEach(attribute -> attribute
                        .comparisons()
                        .forEach(comparison -> values(attribute, comparison)
                                .forEach(value -> questions.put(
                                        attribute.path() + " " + comparison + " " + value,
                                        accounts -> accounts.page(page(
                                                new Condition.Compare(attribute, comparison, value),
                                                sort(Attributes.CREATED)))))));
        assertThat(questions).hasSizeGreaterThan(40);
        assertThat(overMost(questions)).isEmpty();
    }

    /** One that few have, and one that many meet. */
    private static Stream<Object> values(Attribute attribute, Comparison comparison) {
        return switch (attribute.source()) {
            case ID -> Stream.of("00000000-3039-7000-8000-000000000000");
            case KIND -> Stream.of("contractor", "berthHolder");
            // Who has not what nearly all have is found by looking at all.
            case ROLE ->
                comparison == Comparison.NE ? Stream.of("administrator") : Stream.of("administrator", "boater");
            case CREATED, LAST_MODIFIED, ANONYMISED, CONFIRMED ->
                Stream.of(
                        Instant.parse("2024-11-01T00:03:00Z"),
                        Instant.parse("2025-01-20T00:00:00Z"),
                        Instant.parse("2026-10-31T23:50:00Z"));
            case FIELD ->
                switch (attribute.path()) {
                    case "number", "stay.nights" -> Stream.of(3L, 100_000L, 199_990L);
                    case "length", "stay.dues" ->
                        Stream.of("0.03", "1000.00", "1999.90").map(BigDecimal::new);
                    case "born" ->
                        Stream.of("1950-01-03", "1977-01-01", "2004-10-10").map(LocalDate::parse);
                    default -> text(attribute, comparison);
                };
        };
    }

    private static Stream<Object> text(Attribute attribute, Comparison comparison) {
        boolean searched = Objects.requireNonNull(attribute.field()).search();
        if (comparison == Comparison.EQ || comparison == Comparison.NE) {
            return Stream.of(
                    switch (attribute.path()) {
                        case "email" -> "Boater777@marea.example";
                        case "code" -> "Code777";
                        case "berth", "stay.pier" -> "b777";
                        case "stay.locker" -> "l777";
                        case "person.givenName" -> "Given777";
                        default -> "Family777";
                    });
        }
        boolean indexed = attribute.field().indexed() && comparison == Comparison.SW;
        return indexed || (searched && (comparison == Comparison.CO || comparison == Comparison.SW))
                ? Stream.of("boater7777", "mily777", "boater", "family", "given77", "b70", "nobody at all")
                : Stream.of();
    }

    /** But deep ones by a decimal: PostgreSQL does not trust its comparison, and walks there. */
    @Test
    void pages_in_every_order_however_deep() {
        Map<String, Consumer<Accounts>> questions = new LinkedHashMap<>();
        for (String sort : List.of(
                "id",
                "kind",
                "meta.created",
                "meta.lastModified",
                "meta.anonymised",
                "number",
                "berth",
                "length",
                "born",
                "person.givenName",
                "stay.pier",
                "stay.nights",
                "stay.dues")) {
            for (boolean descending : List.of(false, true)) {
                AccountQuery first = new AccountQuery(null, sort(sort), descending, 25, null);
                String name = sort + (descending ? " descending" : "");
                questions.put(name, accounts -> accounts.page(first));
                if (sort.equals("length") || sort.equals("stay.dues")) {
                    continue;
                }
                questions.put(
                        name + ", deep",
                        accounts -> accounts.page(new AccountQuery(null, sort(sort), descending, 25, middle(sort))));
            }
        }
        assertThat(overMost(questions)).isEmpty();
    }

    private static @Nullable Position middle(String sort) {
        AccountRecord record = database.live()
                .with(revision -> revision.read(
                        Scope.EVERYWHERE,
                        work -> new Accounts(work)
                                .page(page(
                                        new Condition.Compare(
                                                attributes.find("number").orElseThrow(), Comparison.EQ, MIDDLE),
                                        sort("id")))
                                .get(0)));
        Object value = switch (sort) {
            case "id" -> null;
            case "kind" -> record.kind();
            case "number", "berth", "length", "born", "person.givenName" ->
                record.values().get(FieldPath.parse(sort));
            case "stay.nights" -> number(record);
            case "stay.pier" -> "B" + number(record) % 5003;
            case "meta.created" -> record.created();
            case "meta.lastModified" -> record.lastModified();
            default -> record.anonymised();
        };
        return new Position(value, record.id());
    }

    private static long number(AccountRecord record) {
        return (Long) Objects.requireNonNull(record.values().get(FieldPath.parse("number")));
    }

    @Test
    void finding_one() {
        AccountId id = Objects.requireNonNull(middle("id")).id();
        Map<String, Consumer<Accounts>> questions = new LinkedHashMap<>();
        questions.put("by id", accounts -> accounts.find(id));
        questions.put("by what it signs in with", accounts -> accounts.bySignIn("boater777@marea.example"));
        assertThat(overMost(questions)).isEmpty();
    }

    /** Five hundred at once: each is found by an index, with its profile, role and tenant. */
    @Test
    void looking_many_up() {
        List<String> numbers = IntStream.range(0, 500)
                .mapToObj(i -> String.valueOf(1 + i * 397))
                .toList();
        List<AccountId> ids = database
                .sql()
                .sql("select cast(id as text) from accounts.account where email = any(?)")
                .param(numbers.stream()
                        .map(n -> "boater" + n + "@marea.example")
                        .toArray(String[]::new))
                .query(String.class)
                .list()
                .stream()
                .map(AccountId::new)
                .toList();
        Needs needs = new Needs(model.fields().keySet(), true, true, true);
        Map<String, Consumer<Accounts>> questions = new LinkedHashMap<>();
        questions.put("by id", accounts -> accounts.lookUp(ids, needs));
        unique().forEach((field, value) -> questions.put(
                "by " + field.path(),
                accounts -> accounts.lookUp(field, numbers.stream().map(value).toList(), needs)));
        Condition old = new Condition.Compare(sort("meta.created"), Comparison.LE, Instant.now());
        questions.put("locked, of those that meet a condition", accounts -> accounts.lock(ids, old));
        assertThat(questions).hasSize(5);
        assertThat(overMost(questions)).isEmpty();
    }

    /** Of a role that all have and one that few have, everywhere and in a tenant; from the beginning and from the middle. */
    @Test
    void whom_a_role_was_given_to() {
        AccountId middle = Objects.requireNonNull(middle("id")).id();
        List<Asked> asked = new ArrayList<>();
        for (Role role : model.roles().values()) {
            for (RoleGrants.Place after : new RoleGrants.Place[] {null, new RoleGrants.Place(middle, null)}) {
                SCOPES.forEach((name, scope) -> asked.add(new Asked(
                        role.name() + (after == null ? "" : ", deep") + " " + name,
                        rowsRead(scope, work -> new RoleGrants(work).holders(role, after, 51)))));
            }
        }
        assertThat(asked).hasSize(24).allMatch(one -> one.rows() < MOST);
    }

    /** Of {@value #TENANTS}, whoever asks: from the beginning, from the middle, and by how their names begin. */
    @Test
    void tenants_page_by_page() {
        TenantId middle = new TenantId(UUID.fromString(database.sql()
                .sql("select id from cuenta.tenant order by created_at, id offset ? limit 1")
                .param(TENANTS / 2)
                .query(String.class)
                .single()));
        AccountId member = Objects.requireNonNull(middle("id")).id();
        List<Asked> asked = new ArrayList<>();
        for (AccountId of : new AccountId[] {null, member}) {
            for (String name : List.of("", "pier 4", "north")) {
                for (TenantId after : new TenantId[] {null, middle}) {
                    for (boolean archived : new boolean[] {false, true}) {
                        asked.add(new Asked(
                                (of == null ? "all " : "own ")
                                        + (archived ? "archived " : "")
                                        + name
                                        + (after == null ? "" : ", deep"),
                                rowsRead(
                                        Scope.EVERYWHERE,
                                        work -> new Tenants(work)
                                                .page(new TenantQuery(of, name, archived, null, null, after, 51)))));
                    }
                }
            }
        }
        assertThat(asked).hasSize(24).allMatch(one -> one.rows() < 200);
    }

    /** Many that hang on many are reckoned, what there is little of is counted. */
    @Test
    void what_a_removal_would_take() {
        Removal.Extent all = extent(new Condition.Compare(sort("kind"), Comparison.EQ, "berthHolder"));
        assertThat(all.accounts()).isEqualTo(199_800);
        assertThat(all.estimated()).containsExactlyInAnyOrder("rolesGiven", "memberships", "person", "stay");
        assertThat(all.dependents().get("person")).isEqualTo(200_000);
        assertThat(all.dependents().get("memberships")).isBetween(96_000L, 104_000L);
        Removal.Extent few = extent(new Condition.Compare(sort("kind"), Comparison.EQ, "contractor"));
        assertThat(few.accounts()).isEqualTo(200);
        assertThat(few.estimated()).isEmpty();
        assertThat(few.dependents()).containsEntry("rolesGiven", 200L).containsEntry("person", 0L);
    }

    /** A profile's name is the model's: here one is called what the estimate calls a part of itself. */
    @Test
    void a_profile_called_sample_is_counted_as_any_other() {
        Removal.Extent all = extent(new Condition.Compare(sort("kind"), Comparison.EQ, "berthHolder"));
        assertThat(all.dependents()).containsEntry("sample", 0L).containsEntry("person", 200_000L);
    }

    private static Removal.Extent extent(Condition condition) {
        return database.live()
                .with(revision -> revision.read(Scope.EVERYWHERE, work -> new Removal(work).extent(condition)));
    }

    /** Who holds the values of rows that come from elsewhere, and which of these came before. */
    @Test
    void bringing_many_in() {
        List<String> keys = IntStream.range(0, 100)
                .mapToObj(i -> String.valueOf(1 + i * 997))
                .toList();
        List<Asked> asked = new ArrayList<>();
        unique().forEach((field, value) -> asked.add(new Asked(
                "holders by " + field.path(),
                rowsRead(
                        Scope.EVERYWHERE,
                        work -> new Adoptions(work)
                                .claims(field, keys.stream().map(value).toList())))));
        asked.add(new Asked(
                "brought before", rowsRead(Scope.EVERYWHERE, work -> new Adoptions(work).present("people", keys))));

        assertThat(asked).hasSize(4).allMatch(one -> one.rows() <= MOST);
    }

    private static Map<Field, UnaryOperator<String>> unique() {
        Map<Field, UnaryOperator<String>> unique = new LinkedHashMap<>();
        model.fields().values().stream()
                .filter(Field::unique)
                .forEach(field -> unique.put(
                        field,
                        switch (field.path().toString()) {
                            case "email" -> n -> "boater" + n + "@marea.example";
                            case "code" -> n -> "Code" + n;
                            default -> UnaryOperator.identity();
                        }));
        return unique;
    }

    private static AccountQuery page(Condition condition, Attribute sort) {
        return new AccountQuery(condition, sort, false, 25, null);
    }

    private static Attribute sort(String path) {
        return attributes.find(path).orElseThrow();
    }
}
