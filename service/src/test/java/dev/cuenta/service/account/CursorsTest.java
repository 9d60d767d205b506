package dev.cuenta.service.account;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.catchThrowableOfType;

import dev.cuenta.core.account.AccountId;
import dev.cuenta.core.account.AccountQuery;
import dev.cuenta.core.account.AccountQuery.Position;
import dev.cuenta.core.account.AccountRecord;
import dev.cuenta.core.account.Attribute;
import dev.cuenta.core.account.Attributes;
import dev.cuenta.core.model.AccountModel;
import dev.cuenta.core.model.FieldPath;
import dev.cuenta.core.model.IdScheme;
import dev.cuenta.core.model.Models;
import dev.cuenta.core.problem.Problem;
import dev.cuenta.core.problem.ProblemKind;
import java.math.BigDecimal;
import java.time.Instant;
import java.time.LocalDate;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import org.jspecify.annotations.Nullable;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

class CursorsTest {
    private static final Instant CREATED = Instant.parse("2026-11-23T07:00:00.123456Z");
    private static final AccountModel MODEL = Models.of(
            Models.smallWith(
                    "boats: { type: integer }\n  length: { type: decimal }\n  since: { type: date }\n  news: { type: boolean }"));

    private final Cursors cursors = new Cursors();

    @ParameterizedTest
    @ValueSource(
            strings = {
                "meta.created",
                "meta.lastModified",
                "kind",
                "email",
                "name",
                "boats",
                "length",
                "since",
                "news",
                "id"
            })
    void a_cursor_leads_back_to_the_place_where_the_page_ended(String sort) {
        Position position = cursors.read(
                cursors.after(record(values()), query(sort), sort), attribute(sort), sort, IdScheme.SEQUENCE);

        assertThat(position.id()).isEqualTo(new AccountId("17"));
        assertThat(position.value()).isEqualTo(expected(sort));
    }

    @Test
    void a_missing_value_is_a_place_too() {
        Position position = cursors.read(
                cursors.after(record(Map.of()), query("boats"), "boats"),
                attribute("boats"),
                "boats",
                IdScheme.SEQUENCE);

        assertThat(position.value()).isNull();
    }

    @Test
    void a_cursor_of_another_list_is_refused() {
        String cursor = cursors.after(record(values()), query("boats"), "boats");

        assertThat(refused(cursor, "name").kind()).isEqualTo(ProblemKind.MALFORMED);
    }

    @ParameterizedTest
    @ValueSource(
            strings = {"", "%%%", "e30", "bnVsbA", "WyJib2F0cyIsIm1hbnkiLCIxIl0", "WzEsMl0", "WyJib2F0cyIsMSwieCJd"})
    void what_is_no_cursor_is_refused(String cursor) {
        assertThat(refused(cursor, "boats").kind()).isEqualTo(ProblemKind.MALFORMED);
    }

    private Problem refused(String cursor, String sort) {
        return catchThrowableOfType(
                Problem.class, () -> cursors.read(cursor, attribute(sort), sort, IdScheme.SEQUENCE));
    }

    private static Object expected(String sort) {
        return switch (sort) {
            case "meta.created", "meta.lastModified" -> CREATED;
            case "kind" -> "account";
            case "id" -> null;
            default -> values().get(FieldPath.parse(sort));
        };
    }

    private static Map<FieldPath, @Nullable Object> values() {
        Map<FieldPath, @Nullable Object> values = new HashMap<>();
        values.put(FieldPath.parse("email"), "ines@marea.example");
        values.put(FieldPath.parse("name"), "Inés \"the gull\"");
        values.put(FieldPath.parse("boats"), 3L);
        values.put(FieldPath.parse("length"), new BigDecimal("12.50"));
        values.put(FieldPath.parse("since"), LocalDate.of(2026, 1, 2));
        values.put(FieldPath.parse("news"), true);
        return values;
    }

    private static AccountRecord record(Map<FieldPath, @Nullable Object> values) {
        return new AccountRecord(
                new AccountId("17"), "account", values, List.of(), List.of(), CREATED, CREATED, null, Map.of(), 1, 0);
    }

    private static Attribute attribute(String path) {
        return Attributes.of(MODEL, field -> true).find(path).orElseThrow();
    }

    private static AccountQuery query(String sort) {
        return new AccountQuery(null, attribute(sort), false, 25, null);
    }
}
