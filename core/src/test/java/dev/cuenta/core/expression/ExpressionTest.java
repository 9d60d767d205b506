package dev.cuenta.core.expression;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.catchThrowableOfType;

import dev.cuenta.core.type.Column;
import dev.cuenta.core.type.FieldTypes;
import dev.cuenta.core.type.Limits;
import java.math.BigDecimal;
import java.time.Instant;
import java.time.LocalDate;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class ExpressionTest {
    private static final Scope SCOPE = new Scope(Map.of(
            "startedOn", new Scope.Variable("employment.startedOn", Sort.MOMENT),
            "contractYears", new Scope.Variable("employment.contractYears", Sort.WHOLE),
            "person.givenName", new Scope.Variable("person.givenName", Sort.TEXT),
            "person.familyName", new Scope.Variable("person.familyName", Sort.TEXT),
            "person.bornOn", new Scope.Variable("person.bornOn", Sort.MOMENT),
            "timeZone", new Scope.Variable("timeZone", Sort.TEXT),
            "credit", new Scope.Variable("credit", Sort.DECIMAL),
            "kind", new Scope.Variable("kind", Sort.TEXT)));
    private static final Map<String, Object> INES = Map.of(
            "employment.startedOn",
            LocalDate.of(2024, 2, 29),
            "employment.contractYears",
            3L,
            "person.givenName",
            "Inés",
            "person.bornOn",
            LocalDate.of(1990, 11, 24),
            "timeZone",
            "Pacific/Kiritimati",
            "credit",
            new BigDecimal("12.50"),
            "kind",
            "staff");

    /** The day before her birthday in UTC; already the next day in the Line Islands. */
    private static final Instant NOW = Instant.parse("2026-11-23T12:00:00Z");

    @ParameterizedTest
    @CsvSource(
            delimiter = ';',
            value = {
                "plusYears(startedOn, contractYears)              ; date     ; 2027-02-28",
                "plusMonths(startedOn, 1)                         ; date     ; 2024-03-29",
                "plusDays(startedOn, -1)                          ; date     ; 2024-02-28",
                "years(person.bornOn, today)                    ; integer  ; 35",
                "years(person.bornOn, today(timeZone))            ; integer  ; 36",
                "days(startedOn, plusDays(startedOn, 10))         ; integer  ; 10",
                "person.givenName + ' Reyes'                      ; string   ; Inés Reyes",
                "person.givenName + ' ' + orElse(person.familyName, '(none)') ; string ; Inés (none)",
                "upper(person.givenName)                          ; string   ; INÉS",
                "hasRole('administrator')                         ; boolean  ; true",
                "hasRole('boater') || kind == 'staff'             ; boolean  ; true",
                "present(person.familyName)                       ; boolean  ; false",
                "credit * 2.0                                     ; decimal  ; 25.00",
                "contractYears > 2 ? 'long' : 'short'             ; string   ; long",
                "startedOn < now && today < plusYears(startedOn, contractYears) ; boolean ; true",
                "7 / 2                                            ; integer  ; 3",
                "string(contractYears) + ' years'                 ; string   ; 3 years",
                "size(person.givenName)                           ; integer  ; 4"
            })
    void computes(String text, String type, String expected) throws ExpressionException {
        Expression expression = Expression.compile(text, SCOPE);

        assertThat(value(expression, type))
                .hasValueSatisfying(value -> assertThat(value).hasToString(expected));
        assertThat(expression.tree()).isPresent();
    }

    @ParameterizedTest
    @CsvSource(
            delimiter = ';',
            value = {
                "person.givenName + ' ' + person.familyName ; string",
                "person.familyName == 'Reyes'               ; boolean",
                "plusYears(startedOn, 99999)                ; date",
                "contractYears / 0                          ; integer",
                "today('Harbour/Nowhere')                   ; date",
                "credit / 0.0                               ; decimal"
            })
    void what_cannot_be_computed_has_no_value_and_is_no_failure(String text, String type) throws ExpressionException {
        assertThat(value(Expression.compile(text, SCOPE), type)).isEmpty();
    }

    /** Twenty to the power of eight steps, in three hundred characters. */
    @Test
    void one_that_would_go_on_for_hours_has_no_value() throws ExpressionException {
        String list = "[1,2,3,4,5,6,7,8,9,10,11,12,13,14,15,16,17,18,19,20]";
        StringBuilder text = new StringBuilder("true");
        for (int depth = 0; depth < 8; depth++) {
            text.insert(0, list + ".all(x" + depth + ", ").append(")");
        }
        assertThat(value(Expression.compile(text.toString(), SCOPE), "boolean")).isEmpty();
    }

    @Test
    void what_decides_without_the_missing_value_is_decided() throws ExpressionException {
        assertThat(value(Expression.compile("person.familyName == 'Reyes' || true", SCOPE), "boolean"))
                .contains(true);
    }

    @ParameterizedTest
    @CsvSource(
            delimiter = ';',
            value = {
                "plusYears(startdOn, 1)     ; 10 ; There is no `startdOn` to compute with. ; Did you mean `startedOn`?",
                "plusYear(startedOn, 1)     ; 8  ; There is no `plusYear` to compute with. ; Did you mean `plusYears`?",
                "startedOn +                ; 11 ; It ends where more is expected. ; Expressions read like",
                "person.givenName + 1       ; 17 ; `+` does not take a text and a whole number. ; Expressions read like"
            })
    void a_refusal_says_where_and_what_to_do(String text, int position, String message, String advice) {
        ExpressionException refusal =
                catchThrowableOfType(ExpressionException.class, () -> Expression.compile(text, SCOPE));

        assertThat(refusal.position()).isEqualTo(position);
        assertThat(refusal).hasMessageContaining(message);
        assertThat(refusal.advice()).contains(advice);
    }

    @Test
    void knows_what_it_depends_on() throws ExpressionException {
        Expression expression =
                Expression.compile("hasRole('a') && present(person.bornOn) ? orElse(timeZone, 'UTC') : kind", SCOPE);

        assertThat(expression.fields()).containsExactly("kind", "person.bornOn", "timeZone");
    }

    @Test
    void what_the_database_cannot_say_is_computed_all_the_same() throws ExpressionException {
        Expression expression = Expression.compile("['staff', 'crew'].exists(it, it == kind)", SCOPE);

        assertThat(expression.tree()).isEmpty();
        assertThat(value(expression, "boolean")).contains(true);
        assertThat(expression.fields()).contains("kind");
    }

    private static Optional<Object> value(Expression expression, String type) {
        Column column = FieldTypes.require(type).column(Limits.NONE);
        return expression
                .value(new Surroundings(new HashMap<>(INES)::get, List.of("administrator"), NOW), column)
                .flatMap(raw -> FieldTypes.require(type).read(raw, Limits.NONE).value());
    }
}
