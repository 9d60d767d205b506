package dev.cuenta.store.schema;

import static org.assertj.core.api.Assertions.assertThat;

import dev.cuenta.core.access.ComputedValues;
import dev.cuenta.core.account.AccountId;
import dev.cuenta.core.account.AccountRecord;
import dev.cuenta.core.expression.Expression;
import dev.cuenta.core.expression.ExpressionException;
import dev.cuenta.core.expression.Operation;
import dev.cuenta.core.expression.Scope;
import dev.cuenta.core.expression.Sort;
import dev.cuenta.core.model.AccountModel;
import dev.cuenta.core.model.Field;
import dev.cuenta.core.model.FieldPath;
import dev.cuenta.core.model.Models;
import dev.cuenta.core.type.Outcome;
import dev.cuenta.store.database.DatabaseTest;
import java.math.BigDecimal;
import java.time.Instant;
import java.time.InstantSource;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Objects;
import java.util.Random;
import java.util.Set;
import java.util.regex.Matcher;
import java.util.stream.Collectors;
import org.jspecify.annotations.Nullable;
import org.junit.jupiter.api.Test;

/** No stored value makes SQL fail that is made of an expression, and Java computes the same: over the table of operations, at every extreme. */
class TotalExpressionsTest extends DatabaseTest {
    private static final int ROWS = 40;
    private static final int EACH = 25;

    private static final String FIELDS = """
            t1: { type: text }
              t2: { type: text }
              n1: { type: integer }
              n2: { type: integer }
              d1: { type: decimal, precision: 18, scale: 4 }
              d2: { type: decimal, precision: 30, scale: 10 }
              b1: { type: boolean }
              m1: { type: dateTime }
              m2: { type: date }
              tags: { type: string, multiValued: true }
              more: { type: string, multiValued: true }""";

    private static final Map<Sort, String> GIVEN = Map.of(
            Sort.TEXT, "text",
            Sort.WHOLE, "integer",
            Sort.DECIMAL, "decimal, precision: 38, scale: 6",
            Sort.TRUTH, "boolean",
            Sort.MOMENT, "dateTime",
            Sort.TEXTS, "string, multiValued: true, maxItems: 40");

    private static final Map<Sort, List<String>> CONSTANTS = Map.of(
            Sort.TEXT,
                    List.of(
                            "''",
                            "'7'",
                            "' x '",
                            "'Europe/Lisbon'",
                            "'1e400'",
                            "'-12.5'",
                            "'2024-02-29T23:59:59Z'",
                            "'ǅ'"),
            Sort.WHOLE,
                    List.of(
                            "0",
                            "1",
                            "(-1)",
                            "3",
                            "9223372036854775807",
                            "(-9223372036854775808)",
                            "4000",
                            "1000000000000"),
            Sort.DECIMAL, List.of("0.0", "1.0", "(-0.5)", "1e300", "(-1e300)", "1e-300", "0.1", "1e15", "4.9e-324"),
            Sort.TRUTH, List.of("true", "false"),
            Sort.MOMENT, List.of("m1", "m2"),
            Sort.TEXTS, List.of("tags"));

    private final Random random = new Random(34);
    private final List<Map<String, @Nullable Object>> rows = new ArrayList<>();

    @Test
    void java_and_sql_agree_in_every_operation() throws ExpressionException {
        AccountModel model = model();
        rows();
        List<String> different = new ArrayList<>();
        for (Operation operation : Operation.values()) {
            assertThat(operation.signatures()).as("%s", operation).isNotEmpty();
            for (Operation.Signature signature : operation.signatures()) {
                for (int i = 0; i < EACH; i++) {
                    compare(written(operation, signature, i % 3), signature.gives(), model, different);
                }
            }
        }
        assertThat(different).isEmpty();
    }

    private AccountModel model() {
        StringBuilder fields = new StringBuilder(FIELDS);
        GIVEN.forEach((sort, type) -> fields.append("\n  ")
                .append(given(sort))
                .append(": { type: ")
                .append(type)
                .append(" }"));
        String source = Models.smallWith(fields.toString());
        database.publish(source);
        return Models.of(source);
    }

    /** The field that is computed from an expression of the sort. */
    private static String given(Sort sort) {
        return "given" + sort.name().toLowerCase(Locale.ROOT);
    }

    private void compare(String text, Sort gives, AccountModel model, List<String> different)
            throws ExpressionException {
        Expression expression = Expression.compile(text, scope(model));
        assertThat(expression.tree()).as(text).isPresent();
        Field field = model.field(given(gives)).orElseThrow();
        ComputedValues computed = new ComputedValues(model, InstantSource.system(), Set.of());
        String sql = new ExpressionSql(new Shape(model), source -> "a." + Shape.column(source), () -> "")
                .of(field.with(expression, null));
        Map<String, Object> found = new HashMap<>();
        database.sql()
                .sql("select a.email, " + sql + " from accounts.account a")
                .query(row -> {
                    Object value = ColumnValues.get(row, 2, Shape.stored(field));
                    if (value != null) {
                        found.put(row.getString(1), value);
                    }
                });
        for (Map<String, @Nullable Object> row : rows) {
            Object here = computed.existing(field.with(null, expression), record(row, model))
                    .flatMap(Outcome::value)
                    .orElse(null);
            Object there = found.get(String.valueOf(row.get("email")));
            boolean same = here instanceof BigDecimal one && there instanceof BigDecimal other
                    ? one.compareTo(other) == 0
                    : Objects.equals(here, there);
            if (!same) {
                different.add(text + " of " + row + " is " + here + " here and " + there + " there");
            }
        }
    }

    private static AccountRecord record(Map<String, @Nullable Object> row, AccountModel model) {
        Map<FieldPath, @Nullable Object> values = new LinkedHashMap<>();
        row.forEach((path, value) -> values.put(FieldPath.parse(path), value));
        return new AccountRecord(
                new AccountId("1"),
                model.defaultKind().name(),
                values,
                List.of(),
                List.of(),
                Instant.EPOCH,
                Instant.EPOCH,
                null,
                Map.of(),
                0,
                0);
    }

    private static Scope scope(AccountModel model) {
        return new Scope(model.fields().values().stream()
                .collect(Collectors.toMap(
                        field -> field.path().toString(),
                        field -> new Scope.Variable(field.path().toString(), Sort.of(field.column())))));
    }

    private String written(Operation operation, Operation.Signature signature, int depth) {
        List<String> arguments =
                signature.takes().stream().map(sort -> argument(sort, depth)).toList();
        String function = operation.function();
        return switch (operation) {
            case CONTAINS, STARTS_WITH, ENDS_WITH -> arguments.get(0) + "." + function + "(" + arguments.get(1) + ")";
            case IN -> "(" + arguments.get(0) + " in " + arguments.get(1) + ")";
            case DAY_IN, SIZE -> function + "(" + String.join(", ", arguments) + ")";
            default -> {
                if (!function.contains("_")) {
                    yield function + "(" + String.join(", ", arguments) + ")";
                }
                String text = function;
                for (String argument : arguments) {
                    text = text.replaceFirst("_", " " + Matcher.quoteReplacement(argument) + " ")
                            .strip();
                }
                yield "(" + text + ")";
            }
        };
    }

    private String argument(Sort sort, int depth) {
        if (depth > 0 && random.nextBoolean()) {
            List<Operation> fitting = Arrays.stream(Operation.values())
                    .filter(operation -> operation.signatures().stream().anyMatch(it -> it.gives() == sort))
                    .toList();
            Operation operation = fitting.get(random.nextInt(fitting.size()));
            List<Operation.Signature> signatures = operation.signatures().stream()
                    .filter(it -> it.gives() == sort)
                    .toList();
            assertThat(signatures).isNotEmpty();
            return written(operation, signatures.get(random.nextInt(signatures.size())), depth - 1);
        }
        return some(
                random.nextInt(3) == 0
                        ? CONSTANTS.get(sort)
                        : switch (sort) {
                            case TEXT -> List.of("t1", "t2");
                            case WHOLE -> List.of("n1", "n2");
                            case DECIMAL -> List.of("d1", "d2");
                            case TRUTH -> List.of("b1");
                            case MOMENT -> List.of("m1", "m2");
                            default -> List.of("tags", "more");
                        });
    }

    private void rows() {
        for (int i = 0; i < ROWS; i++) {
            Map<String, @Nullable Object> row = new LinkedHashMap<>();
            row.put("email", "a" + i + "@marea.example");
            for (String text : List.of("t1", "t2")) {
                row.put(
                        text,
                        maybe(
                                "Noor",
                                "noor",
                                "Ñandú",
                                "ΣΊΣΥΦΟΣ",
                                "straße",
                                "İzmir",
                                "𝔐area",
                                "ﬀ",
                                "12",
                                "-7.25",
                                "1e300",
                                "9223372036854775807",
                                "Pacific/Kiritimati",
                                "UTC",
                                "2024-02-29T12:30:15.5+02:00",
                                "a\nb",
                                "x".repeat(300)));
            }
            for (String whole : List.of("n1", "n2")) {
                row.put(
                        whole,
                        maybe(
                                0L,
                                1L,
                                -1L,
                                7L,
                                5000L,
                                -5001L,
                                Long.MAX_VALUE,
                                Long.MIN_VALUE,
                                3_000_000_000L,
                                253402300799L));
            }
            row.put(
                    "d1",
                    maybe(
                            new BigDecimal("12.5000"),
                            new BigDecimal("-0.0001"),
                            new BigDecimal("99999999999999.9999"),
                            new BigDecimal("0.0000")));
            row.put(
                    "d2",
                    maybe(
                            new BigDecimal("1.1000000000"),
                            new BigDecimal("-99999999999999999999.9999999999"),
                            new BigDecimal("0.0000000001"),
                            new BigDecimal("123456789012345678.1234567891")));
            row.put("b1", maybe(true, false));
            row.put(
                    "m1",
                    maybe(
                            Instant.parse("2024-02-29T23:59:59.123456Z"),
                            Instant.parse("0001-01-01T00:00:00Z"),
                            Instant.parse("9999-12-31T23:59:59Z"),
                            Instant.parse("2023-03-01T00:00:00Z")));
            row.put(
                    "m2",
                    maybe(
                            LocalDate.of(2024, 2, 29),
                            LocalDate.of(2023, 2, 28),
                            LocalDate.of(1, 1, 1),
                            LocalDate.of(9999, 12, 31)));
            row.put("tags", maybe(List.of("crew"), List.of("Noor", "7")));
            row.put("more", maybe(List.of("crew"), List.of("12", "UTC", "noor")));
            insert(row);
            rows.add(row);
        }
    }

    private void insert(Map<String, @Nullable Object> row) {
        AccountModel model = database.live().with(revision -> revision.model());
        List<String> columns = new ArrayList<>(List.of("id", "kind", "created_at", "last_modified_at", "version"));
        List<String> values = new ArrayList<>(
                List.of("gen_random_uuid()", "'" + model.defaultKind().name() + "'", "now()", "now()", "1"));
        List<Object> parameters = new ArrayList<>();
        row.forEach((path, value) -> {
            if (value != null) {
                Field field = model.field(path).orElseThrow();
                columns.add(Shape.quoted(Shape.column(field)));
                values.add("cast(? as " + new Shape(model).type(field) + ")");
                parameters.add(ColumnValues.text(Shape.stored(field), value));
            }
        });
        database.sql()
                .sql("insert into accounts.account (" + String.join(", ", columns) + ") values ("
                        + String.join(", ", values) + ")")
                .params(parameters)
                .update();
    }

    private @Nullable Object maybe(Object... choices) {
        return random.nextInt(8) == 0 ? null : choices[random.nextInt(choices.length)];
    }

    private static <T> T some(List<T> choices, Random random) {
        return choices.get(random.nextInt(choices.size()));
    }

    private String some(List<String> choices) {
        return some(choices, random);
    }
}
