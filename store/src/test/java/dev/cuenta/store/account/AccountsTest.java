package dev.cuenta.store.account;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.catchThrowableOfType;

import dev.cuenta.core.account.AccountId;
import dev.cuenta.core.account.AccountQuery;
import dev.cuenta.core.account.AccountRecord;
import dev.cuenta.core.account.Attributes;
import dev.cuenta.core.account.Condition;
import dev.cuenta.core.account.Conditions;
import dev.cuenta.core.account.Scope;
import dev.cuenta.core.filter.FilterParser;
import dev.cuenta.core.filter.FilterSyntaxException;
import dev.cuenta.core.model.AccountModel;
import dev.cuenta.core.model.FieldPath;
import dev.cuenta.core.model.Models;
import dev.cuenta.core.problem.Problem;
import dev.cuenta.core.problem.ProblemKind;
import dev.cuenta.core.type.Comparison;
import dev.cuenta.store.database.TestDatabase;
import dev.cuenta.store.live.Work;
import java.math.BigDecimal;
import java.time.Instant;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.Collections;
import java.util.Comparator;
import java.util.HashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.Random;
import java.util.concurrent.Callable;
import java.util.concurrent.CyclicBarrier;
import java.util.concurrent.Executors;
import java.util.function.Function;
import java.util.function.Predicate;
import java.util.function.Supplier;
import org.jspecify.annotations.Nullable;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

class AccountsTest {
    private static final String MODEL = Models.smallWith(
            "boats: { type: integer }\n  length: { type: decimal }\n  since: { type: date }\n  news: { type: boolean }");

    private static TestDatabase database;
    private static AccountModel model;
    private static List<AccountRecord> all;

    @BeforeAll
    static void start() {
        database = new TestDatabase();
        database.publish(MODEL);
        model = Models.of(MODEL);
        Random random = new Random(7);
        write(work -> {
            for (int i = 0; i < 120; i++) {
                insert(work, "a" + i + "@marea.example", random);
            }
            return 0;
        });
        all = page(null, Attributes.CREATED, false, 200, null);
    }

    @AfterAll
    static void stop() {
        database.close();
    }

    @Test
    void what_is_stored_is_what_comes_back() {
        Map<FieldPath, @Nullable Object> values = new HashMap<>();
        values.put(FieldPath.parse("email"), "Zoë@marea.example");
        values.put(FieldPath.parse("length"), new BigDecimal("12.50"));
        AccountRecord record = undone(work -> {
            AccountId id = new Accounts(work)
                    .insert(new NewAccount(model.defaultKind(), values, Instant.parse("2026-01-02T03:04:05Z")));
            work.session().clear();
            return new Accounts(work).find(id).orElseThrow();
        });

        assertThat(record.values()).containsAllEntriesOf(values);
        assertThat(record.created()).isEqualTo("2026-01-02T03:04:05Z");
        assertThat(record.version()).isEqualTo(1);
    }

    @Test
    void a_change_counts_the_version_and_touches_only_what_it_names() {
        AccountRecord before = all.get(0);
        AccountRecord after = undone(work -> {
            Accounts accounts = new Accounts(work);
            accounts.change(
                    accounts.findForChange(before.id(), ChangeGuard.CUENTA).orElseThrow(),
                    Map.of(FieldPath.parse("boats"), 99L),
                    Instant.now());
            work.session().clear();
            return accounts.find(before.id()).orElseThrow();
        });

        assertThat(after.version()).isEqualTo(before.version() + 1);
        assertThat(after.values().get(FieldPath.parse("boats"))).isEqualTo(99L);
        assertThat(after.values().get(FieldPath.parse("email")))
                .isEqualTo(before.values().get(FieldPath.parse("email")));
    }

    @Test
    void identifiers_are_unique_in_their_normal_form() {
        Problem problem = catchThrowableOfType(
                Problem.class, () -> write(work -> insert(work, "Ａ1@MAREA.example", new Random(1))));

        assertThat(problem.kind()).isEqualTo(ProblemKind.TAKEN);
        assertThat(problem.violations().get(0).pointer()).isEqualTo("/email");
        assertThat((Optional<?>) write(work -> new Accounts(work).bySignIn("A1@Marea.EXAMPLE")))
                .isPresent();
    }

    @Test
    void of_several_who_come_at_once_with_the_same_identifier_exactly_one_gets_it() throws Exception {
        int racers = 8;
        CyclicBarrier start = new CyclicBarrier(racers);
        Callable<Boolean> sign = () -> {
            start.await();
            try {
                write(work -> insert(work, "race@marea.example", new Random(1)));
                return true;
            } catch (Problem taken) {
                assertThat(taken.kind()).isEqualTo(ProblemKind.TAKEN);
                return false;
            }
        };
        var pool = Executors.newFixedThreadPool(racers);
        int won = 0;
        for (var result : pool.invokeAll(Collections.nCopies(racers, sign))) {
            won += result.get() ? 1 : 0;
        }
        pool.shutdown();
        write(work -> new Removal(work)
                .remove(List.of(Controlled.byCuenta(
                        new Accounts(work).bySignIn("race@marea.example").orElseThrow()))));

        assertThat(won).isEqualTo(1);
    }

    @ParameterizedTest
    @ValueSource(strings = {"", "-"})
    void pages_follow_each_other_without_gap_or_double_whatever_the_order(String direction) {
        for (String sort : List.of("meta.created", "id", "kind", "email", "name", "boats", "length", "since", "news")) {
            List<AccountId> walked = new ArrayList<>();
            AccountQuery.Position after = null;
            for (List<AccountRecord> page = page(null, sort, !direction.isEmpty(), 13, null);
                    !page.isEmpty();
                    page = page(null, sort, !direction.isEmpty(), 13, after)) {
                List<AccountRecord> shown = page.subList(0, Math.min(13, page.size()));
                shown.forEach(record -> walked.add(record.id()));
                AccountRecord last = shown.get(shown.size() - 1);
                after = new AccountQuery.Position(sortValue(last, sort), last.id());
            }
            assertThat(walked).as(sort).doesNotHaveDuplicates().hasSameSizeAs(all);
        }
    }

    /** Random filters choose the same accounts in SQL as an evaluation by hand does. */
    @Test
    void filters_mean_in_sql_what_they_say() throws FilterSyntaxException {
        Random random = new Random(42);
        for (int i = 0; i < 300; i++) {
            String text = randomFilter(random, 3);
            Condition condition = bind(text);
            List<AccountId> expected = all.stream()
                    .filter(FilterOracle.of(condition))
                    .map(AccountRecord::id)
                    .sorted(Comparator.comparing(AccountId::text))
                    .toList();

            List<AccountId> chosen = page(condition, "id", false, 200, null).stream()
                    .map(AccountRecord::id)
                    .sorted(Comparator.comparing(AccountId::text))
                    .toList();

            assertThat(chosen).as(text).isEqualTo(expected);
            assertThat((long) write(work -> new Accounts(work).count(condition)))
                    .isEqualTo(expected.size());
        }
    }

    @Test
    void values_in_filters_are_values_and_never_sql() throws FilterSyntaxException {
        assertThat(page(bind("name eq \"x' or '1'='1\""), "id", false, 10, null))
                .isEmpty();
        assertThat(page(bind("name co \"%\""), "id", false, 10, null)).isEmpty();
        assertThat(page(bind("id eq \"'; drop table accounts.account; --\""), "id", false, 10, null))
                .isEmpty();
    }

    @Test
    void an_id_that_is_none_is_nobody_s() {
        for (String id : List.of("", "1", "../x", "01a20764-1321-71ee-9cdd-90bb54660fee ")) {
            assertThat((Optional<?>) write(work -> new Accounts(work).find(new AccountId(id))))
                    .isEmpty();
        }
    }

    private static String randomFilter(Random random, int depth) {
        return switch (depth == 0 ? 2 : random.nextInt(5)) {
            case 0 -> "(" + randomFilter(random, depth - 1) + " and " + randomFilter(random, depth - 1) + ")";
            case 1 -> "(" + randomFilter(random, depth - 1) + " or " + randomFilter(random, depth - 1) + ")";
            case 3 -> "not (" + randomFilter(random, depth - 1) + ")";
            default -> randomComparison(random);
        };
    }

    private static String randomComparison(Random random) {
        String ordered = List.of("eq", "ne", "gt", "ge", "lt", "le").get(random.nextInt(6));
        return switch (random.nextInt(7)) {
            case 0 -> List.of("name", "boats", "length", "since", "news").get(random.nextInt(5)) + " pr";
            case 1 -> "boats " + ordered + " " + random.nextInt(4);
            case 2 -> "length " + ordered + " " + random.nextInt(20) + ".50";
            case 3 -> "since " + ordered + " \"2026-0" + (1 + random.nextInt(9)) + "-01\"";
            case 4 -> "news " + (random.nextBoolean() ? "eq " : "ne ") + random.nextBoolean();
            case 5 ->
                "name " + List.of("eq", "ne", "co", "sw").get(random.nextInt(4)) + " \""
                        + NAMES.get(random.nextInt(NAMES.size())) + "\"";
            default -> "email " + List.of("co", "sw").get(random.nextInt(2)) + " \"A" + random.nextInt(10) + "\"";
        };
    }

    private static final List<String> NAMES = List.of("Inés", "inés", "NOOR", "Bo", "b", "Tomás Rey");

    private static AccountId insert(Work work, String email, Random random) {
        Map<FieldPath, @Nullable Object> values = new HashMap<>();
        values.put(FieldPath.parse("email"), email);
        put(values, "name", random, () -> NAMES.get(random.nextInt(NAMES.size())));
        put(values, "boats", random, () -> (long) random.nextInt(4));
        put(
                values,
                "length",
                random,
                () -> BigDecimal.valueOf(random.nextInt(40), 0)
                        .divide(BigDecimal.valueOf(2))
                        .setScale(2));
        put(values, "since", random, () -> LocalDate.of(2026, 1 + random.nextInt(9), 1 + random.nextInt(2)));
        put(values, "news", random, random::nextBoolean);
        return new Accounts(work)
                .insert(new NewAccount(
                        model.defaultKind(), values, Instant.now().minusSeconds(random.nextInt(5))));
    }

    private static void put(
            Map<FieldPath, @Nullable Object> values, String field, Random random, Supplier<Object> value) {
        if (random.nextInt(4) > 0) {
            values.put(FieldPath.parse(field), value.get());
        }
    }

    private static Condition bind(String filter) throws FilterSyntaxException {
        Conditions conditions = new Conditions(Attributes.of(model, field -> true));
        Optional<Condition> bound = conditions.bind(FilterParser.parse(filter));
        return bound.orElseThrow(() -> new AssertionError(filter + ": " + conditions.refusals()));
    }

    private static List<AccountRecord> page(
            @Nullable Condition condition,
            String sort,
            boolean descending,
            int limit,
            AccountQuery.@Nullable Position after) {
        var attribute = Attributes.of(model, field -> true).find(sort).orElseThrow();
        return write(work -> new Accounts(work).page(new AccountQuery(condition, attribute, descending, limit, after)));
    }

    private static @Nullable Object sortValue(AccountRecord record, String sort) {
        return switch (sort) {
            case "id" -> null;
            case "kind" -> record.kind();
            case "meta.created" -> record.created();
            default -> record.values().get(FieldPath.parse(sort));
        };
    }

    private static <T> T write(Function<Work, T> work) {
        return database.live().with(revision -> revision.write(Scope.EVERYWHERE, work));
    }

    /** Runs the work and takes it back. */
    private static <T> T undone(Function<Work, T> work) {
        List<T> result = new ArrayList<>();
        catchThrowableOfType(
                IllegalStateException.class,
                () -> write(it -> {
                    result.add(work.apply(it));
                    throw new IllegalStateException("take it back");
                }));
        return result.get(0);
    }

    /** An evaluation of conditions without a database. */
    private static final class FilterOracle {
        static Predicate<AccountRecord> of(Condition condition) {
            if (condition instanceof Condition.And and) {
                return record -> and.all().stream().allMatch(part -> of(part).test(record));
            }
            if (condition instanceof Condition.Or or) {
                return record -> or.any().stream().anyMatch(part -> of(part).test(record));
            }
            if (condition instanceof Condition.Not not) {
                return of(not.condition()).negate();
            }
            if (condition instanceof Condition.Present present) {
                return record ->
                        record.values().get(FieldPath.parse(present.attribute().path())) != null;
            }
            Condition.Compare compare = (Condition.Compare) condition;
            return record -> compare(
                    record.values().get(FieldPath.parse(compare.attribute().path())), compare);
        }

        @SuppressWarnings({"unchecked", "rawtypes"}) // both sides have the attribute's class
        private static boolean compare(@Nullable Object stored, Condition.Compare compare) {
            if (stored == null) {
                return compare.comparison() == Comparison.NE;
            }
            Comparable left = (Comparable) normal(stored);
            Object right = normal(compare.value());
            return switch (compare.comparison()) {
                case EQ -> left.compareTo(right) == 0;
                case NE -> left.compareTo(right) != 0;
                case CO -> ((String) left).contains((String) right);
                case SW -> ((String) left).startsWith((String) right);
                case GT -> left.compareTo(right) > 0;
                case GE -> left.compareTo(right) >= 0;
                case LT -> left.compareTo(right) < 0;
                case LE -> left.compareTo(right) <= 0;
            };
        }

        private static Object normal(Object value) {
            return value instanceof String text ? text.toLowerCase(Locale.ROOT) : value;
        }
    }
}
