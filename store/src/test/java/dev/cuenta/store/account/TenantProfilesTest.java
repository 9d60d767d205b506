package dev.cuenta.store.account;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.catchThrowableOfType;
import static org.assertj.core.api.Assertions.tuple;

import dev.cuenta.core.account.AccountId;
import dev.cuenta.core.account.AccountQuery;
import dev.cuenta.core.account.AccountRecord;
import dev.cuenta.core.account.Attribute;
import dev.cuenta.core.account.Attributes;
import dev.cuenta.core.account.Conditions;
import dev.cuenta.core.account.Scope;
import dev.cuenta.core.account.TenantId;
import dev.cuenta.core.filter.Filter;
import dev.cuenta.core.filter.FilterParser;
import dev.cuenta.core.filter.FilterSyntaxException;
import dev.cuenta.core.model.FieldPath;
import dev.cuenta.core.problem.Problem;
import dev.cuenta.core.problem.ProblemKind;
import dev.cuenta.core.revision.Change;
import dev.cuenta.core.revision.Effect;
import dev.cuenta.store.database.DatabaseTest;
import dev.cuenta.store.live.Work;
import dev.cuenta.store.tenant.Memberships;
import dev.cuenta.store.tenant.Tenants;
import java.math.BigDecimal;
import java.time.Instant;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Random;
import java.util.function.Function;
import org.jspecify.annotations.Nullable;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;

/** Values that an account has in each of its tenants, on real PostgreSQL. */
class TenantProfilesTest extends DatabaseTest {
    private static final List<String> STAY = List.of(
            "locker: { type: string, maxLength: 8, uniqueness: tenant, indexed: true }",
            "dues: { type: decimal, precision: 9, scale: 2, indexed: true, sensitivity: personal }",
            "arrivesOn: { type: date }",
            "leavesAt: { type: dateTime }",
            "nights: { type: integer }",
            "powered: { type: boolean }",
            "extras: { type: choice, multiValued: true, options: [water, power, crane] }",
            "wishes: { type: json, maxBytes: 1 KiB }",
            "owes: { type: boolean, compute: 'dues > 0.0' }");
    private static final String MODEL = model(STAY);
    private static final FieldPath LOCKER = FieldPath.parse("stay.locker");
    private static final FieldPath DUES = FieldPath.parse("stay.dues");

    private TenantId north;
    private TenantId south;

    private static String model(List<String> stay) {
        return """
                cuenta: 1
                name: marea
                access: { read: [owner, administrator], write: [owner, administrator] }
                tenants: { membership: many }
                kinds: { boater: { profiles: [stay], default: true } }
                fields:
                  email: { type: email, required: true, uniqueness: server, signIn: true }
                profiles:
                  stay:
                    within: tenant
                    fields:
                      %s
                roles:
                  administrator: { number: 9, may: ['*'] }
                """.formatted(String.join("\n      ", stay));
    }

    @BeforeEach
    void harbours() {
        publish(MODEL);
        north = write(work -> new Tenants(work).create("North"));
        south = write(work -> new Tenants(work).create("South"));
    }

    @Test
    void a_value_is_read_where_it_was_given_and_beside_its_tenant_elsewhere() {
        AccountId noor = account("noor", north, south);
        Map<FieldPath, @Nullable Object> here = new LinkedHashMap<>();
        here.put(LOCKER, "A07");
        here.put(DUES, new BigDecimal("120.50"));
        here.put(FieldPath.parse("stay.arrivesOn"), LocalDate.of(2026, 7, 1));
        here.put(FieldPath.parse("stay.leavesAt"), Instant.parse("2026-07-14T09:30:15.250Z"));
        here.put(FieldPath.parse("stay.nights"), 13L);
        here.put(FieldPath.parse("stay.powered"), true);
        here.put(FieldPath.parse("stay.extras"), List.of("water", "crane"));
        here.put(FieldPath.parse("stay.wishes"), Map.of("view", "sea", "beds", 2));
        change(noor, north, here);
        change(noor, south, Map.of(LOCKER, "A07"));

        assertThat(read(noor, north).values()).containsAllEntriesOf(here);
        assertThat(read(noor, south).values()).containsEntry(LOCKER, "A07").doesNotContainKey(DUES);
        AccountRecord whole = write(work -> new Accounts(work).find(noor).orElseThrow());
        assertThat(whole.values()).doesNotContainKey(LOCKER);
        assertThat(whole.tenants())
                .extracting(AccountRecord.Membership::id, AccountRecord.Membership::values)
                .containsExactly(tuple(north, here), tuple(south, Map.of(LOCKER, "A07")));
        assertThat(whole.version()).isEqualTo(3);

        change(noor, north, nothing(DUES));
        assertThat(read(noor, north).values()).containsEntry(LOCKER, "A07").doesNotContainKey(DUES);
    }

    @Test
    void two_of_one_tenant_cannot_have_what_is_unique_there() {
        AccountId noor = account("noor", north, south);
        AccountId sven = account("sven", north, south);
        change(noor, north, Map.of(LOCKER, "A07"));
        change(sven, south, Map.of(LOCKER, "A07"));

        Problem taken = catchThrowableOfType(Problem.class, () -> change(sven, north, Map.of(LOCKER, "a07")));
        assertThat(taken.kind()).isEqualTo(ProblemKind.TAKEN);
        assertThat(taken.violations().get(0).pointer()).isEqualTo("/stay/locker");
    }

    @Test
    void whoever_leaves_the_tenant_leaves_the_values_there() {
        AccountId noor = account("noor", north, south);
        change(noor, north, Map.of(LOCKER, "A07"));
        change(noor, south, Map.of(LOCKER, "B01"));
        write(work -> new Memberships(work).leave(Controlled.byCuenta(noor).within(north)));
        write(work -> {
            new Memberships(work).join(noor, north);
            return noor;
        });

        assertThat(read(noor, north).values()).doesNotContainKey(LOCKER);
        assertThat(read(noor, south).values()).containsEntry(LOCKER, "B01");
        write(work -> new Removal(work).remove(List.of(Controlled.byCuenta(noor))));
        assertThat(strings("select locker from accounts.profile_stay")).isEmpty();
    }

    /** Random values and questions; what the database finds and in which order, against the same worked out here. */
    @Test
    void lists_are_filtered_and_sorted_by_what_is_there() {
        Random random = new Random(7480);
        Map<AccountId, Map<TenantId, BigDecimal>> dues = new HashMap<>();
        for (int i = 0; i < 40; i++) {
            AccountId id = account("boater" + i, north, south);
            dues.put(id, new HashMap<>());
            for (TenantId tenant : List.of(north, south)) {
                if (random.nextInt(4) > 0) {
                    BigDecimal owed = BigDecimal.valueOf(random.nextInt(30), 0).setScale(2);
                    dues.get(id).put(tenant, owed);
                    change(id, tenant, Map.of(DUES, owed, LOCKER, "L" + i));
                }
            }
        }
        for (TenantId tenant : List.of(north, south)) {
            for (int least : List.of(0, 7, 15, 29)) {
                List<AccountId> wanted = dues.entrySet().stream()
                        .filter(entry -> entry.getValue().containsKey(tenant)
                                && entry.getValue().get(tenant).intValue() >= least)
                        .sorted(Comparator.comparing((Map.Entry<AccountId, Map<TenantId, BigDecimal>> entry) ->
                                        Objects.requireNonNull(entry.getValue().get(tenant)))
                                .thenComparing(entry -> entry.getKey().text()))
                        .map(Map.Entry::getKey)
                        .toList();
                assertThat(list(tenant, "stay.dues ge " + least + ".0")).isEqualTo(wanted);
            }
            assertThat(list(tenant, "stay.owes eq true")).hasSize((int) dues.values().stream()
                    .filter(owed -> owed.containsKey(tenant) && owed.get(tenant).signum() > 0)
                    .count());
            assertThat(list(tenant, "not (stay.dues pr)")).hasSize((int) dues.values().stream()
                    .filter(owed -> !owed.containsKey(tenant))
                    .count());
        }
        Attributes elsewhere = write(work -> attributes(work).everywhere());
        Conditions refused = new Conditions(elsewhere);
        assertThat(refused.bind(filter("stay.dues ge 1.0"))).isEmpty();
        assertThat(refused.refusals().get(0)).contains("has a value in each tenant: name the tenant");
    }

    @Test
    void anonymising_takes_out_what_is_personal_in_every_tenant() {
        AccountId noor = account("noor", north, south);
        change(noor, north, Map.of(LOCKER, "A07", DUES, BigDecimal.ONE));
        change(noor, south, Map.of(DUES, BigDecimal.TEN));
        write(work -> new Anonymisation(work).anonymise(List.of(Controlled.byCuenta(noor)), Instant.now()));

        assertThat(
                        strings(
                                "select coalesce(locker, '-') || coalesce(dues::text, '-') from accounts.profile_stay order by 1"))
                .containsExactly("--", "A07-");
    }

    @Test
    void the_database_is_as_the_model_says_and_a_field_that_comes_or_goes_changes_no_value() {
        AccountId noor = account("noor", north);
        change(noor, north, Map.of(LOCKER, "A07"));
        assertThat(differences(MODEL)).isEmpty();

        List<String> fields = new ArrayList<>(STAY);
        fields.set(0, "box: { type: string, maxLength: 8, uniqueness: tenant, indexed: true, formerly: locker }");
        fields.add("deposit: { type: decimal, precision: 9, scale: 2 }");
        String renamed = model(fields);
        assertThat(publish(renamed).changes())
                .extracting(Change::name, Change::effect)
                .containsExactlyInAnyOrder(
                        tuple("field-renamed:stay.box", Effect.INSTANT),
                        tuple("field-added:stay.deposit", Effect.INSTANT));
        assertThat(differences(renamed)).isEmpty();
        assertThat(read(noor, north).values()).containsEntry(FieldPath.parse("stay.box"), "A07");

        String without = model(List.of("dues: { type: decimal, precision: 9, scale: 2 }"));
        publish(without);
        assertThat(differences(without)).isEmpty();
        publish(MODEL);
        assertThat(read(noor, north).values()).doesNotContainKey(FieldPath.parse("stay.box"));
        assertThat(differences(MODEL)).isEmpty();
    }

    @Test
    void a_profile_comes_for_those_who_are_members_already_and_neither_moves_nor_converts() {
        AccountId noor = account("noor", north);
        String more = MODEL.replace("profiles: [stay]", "profiles: [stay, visit]")
                .replace(
                        "roles:\n",
                        "  visit: { within: tenant, fields: { boat: { type: string, maxLength: 9 } } }\nroles:\n");
        assertThat(publish(more).changes())
                .extracting(Change::name, Change::effect)
                .containsExactlyInAnyOrder(
                        tuple("profile-added:profiles.visit", Effect.INSTANT),
                        tuple("profile-given:boater.visit", Effect.INSTANT));
        change(noor, north, Map.of(FieldPath.parse("visit.boat"), "Sula"));
        assertThat(read(noor, north).values()).containsEntry(FieldPath.parse("visit.boat"), "Sula");
        assertThat(differences(more)).isEmpty();

        assertThat(effects(more.replace("visit: { within: tenant, fields", "visit: { fields")))
                .contains(Effect.UNSUPPORTED);
        assertThat(effects(more.replace("boat: { type: string, maxLength: 9 }", "boat: { type: integer }")))
                .contains(Effect.UNSUPPORTED);
        assertThat(effects(more.replace("maxLength: 9 }", "maxLength: 3 }"))).contains(Effect.UNSUPPORTED);
        assertThat(effects(more.replace("maxLength: 9 }", "maxLength: 4 }"))).containsExactly(Effect.INSTANT);
    }

    private List<Effect> effects(String next) {
        return database.diff(next).changes().stream().map(Change::effect).toList();
    }

    private static Map<FieldPath, @Nullable Object> nothing(FieldPath path) {
        Map<FieldPath, @Nullable Object> values = new HashMap<>();
        values.put(path, null);
        return values;
    }

    private AccountId account(String name, TenantId... tenants) {
        return write(work -> {
            AccountId id = new Accounts(work)
                    .insert(new NewAccount(
                            work.revision().model().defaultKind(),
                            Map.of(FieldPath.parse("email"), name + "@marea.example"),
                            Instant.now()));
            for (TenantId tenant : tenants) {
                new Memberships(work).join(id, tenant);
            }
            return id;
        });
    }

    private <T> T in(TenantId tenant, Function<Work, T> task) {
        return database.live().with(revision -> revision.write(Scope.within(tenant), task::apply));
    }

    private AccountRecord read(AccountId id, TenantId tenant) {
        return in(tenant, work -> new Accounts(work).find(id).orElseThrow());
    }

    private void change(AccountId id, TenantId tenant, Map<FieldPath, @Nullable Object> values) {
        in(tenant, work -> {
            Accounts accounts = new Accounts(work);
            accounts.change(accounts.findForChange(id, ChangeGuard.CUENTA).orElseThrow(), values, Instant.now());
            return id;
        });
    }

    private List<AccountId> list(TenantId tenant, String filter) {
        return in(tenant, work -> {
            Attributes attributes = attributes(work);
            Attribute sort = attributes.find("stay.dues").orElseThrow();
            List<AccountRecord> found = new ArrayList<>(new Accounts(work)
                    .page(new AccountQuery(
                            new Conditions(attributes).bind(filter(filter)).orElseThrow(), sort, false, 100, null)));
            return found.stream().map(AccountRecord::id).toList();
        });
    }

    private static Filter filter(String text) {
        try {
            return FilterParser.parse(text);
        } catch (FilterSyntaxException unreadable) {
            throw new IllegalArgumentException(text, unreadable);
        }
    }

    private static Attributes attributes(Work work) {
        return Attributes.of(work.revision().model(), field -> true);
    }
}
