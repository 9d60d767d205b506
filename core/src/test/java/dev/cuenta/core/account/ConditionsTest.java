package dev.cuenta.core.account;

import static org.assertj.core.api.Assertions.assertThat;

import dev.cuenta.core.filter.FilterParser;
import dev.cuenta.core.filter.FilterSyntaxException;
import dev.cuenta.core.model.AccountModel;
import dev.cuenta.core.model.Models;
import dev.cuenta.core.type.Comparison;
import java.math.BigDecimal;
import java.time.LocalDate;
import java.util.List;
import java.util.Optional;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class ConditionsTest {
    private static final AccountModel MAREA = Models.marea();

    private final Conditions conditions = new Conditions(Attributes.of(MAREA, field -> field.leaves()));

    @Test
    void values_are_typed_by_their_field() throws FilterSyntaxException {
        assertThat(value("mooring.credit ge 12.5")).isEqualTo(new BigDecimal("12.50"));
        assertThat(value("employment.contractYears eq 3")).isEqualTo(3L);
        assertThat(value("person.bornOn lt \"1990-01-01\"")).isEqualTo(LocalDate.of(1990, 1, 1));
        assertThat(value("phone eq \"+44 7700 900123\"")).isEqualTo("+447700900123");
    }

    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            quoteCharacter = '~',
            value = {
                "mooring.gateCode pr               | At character 1: there is no field `mooring.gateCode` to filter by.",
                "emial pr                          | Did you mean `email`?",
                "theme co \"d\"                    | `theme` compares by eq, ne, not by co.",
                "roles gt \"boater\"               | `roles` compares by eq, ne, not by gt.",
                "roles eq \"admiral\"              | `roles` cannot be compared with that",
                "person.bornOn gt \"yesterday\"    | `person.bornOn` cannot be compared with that",
                "mooring.credit eq \"12\"          | Expected a number",
                "person.familyName co 12           | compares with a text in double quotes",
                "id eq 12                          | compares with a text in double quotes"
            })
    void what_does_not_fit_the_model_says_where_and_why(String filter, String reason) throws FilterSyntaxException {
        assertThat(conditions.bind(FilterParser.parse(filter))).isEmpty();
        assertThat(conditions.refusals()).singleElement().asString().contains(reason);
    }

    @Test
    void a_secret_is_found_by_its_whole_value_and_only_where_the_model_says_so() throws FilterSyntaxException {
        String secret = "code: { type: string, sensitivity: secret, read: [owner], write: [owner]%s }";
        Attributes sealed = Attributes.of(Models.of(Models.smallWith(secret.formatted(""))), field -> true);
        Attributes found =
                Attributes.of(Models.of(Models.smallWith(secret.formatted(", search: true"))), field -> true);

        assertThat(sealed.find("code")).isEmpty();
        assertThat(new Conditions(found).bind(FilterParser.parse("code eq \"OV-4711\"")))
                .isPresent();
        assertThat(found.find("code").orElseThrow().sortable()).isFalse();
        for (String less : List.of("code pr", "code sw \"O\"", "code ne \"OV-4711\"", "code gt \"A\"")) {
            Conditions looked = new Conditions(found);
            assertThat(looked.bind(FilterParser.parse(less))).as(less).isEmpty();
            assertThat(looked.refusals()).singleElement().asString().contains("eq");
        }
    }

    @Test
    void all_that_does_not_fit_is_said_at_once() throws FilterSyntaxException {
        Optional<Condition> bound = conditions.bind(FilterParser.parse("a pr and (b pr or not (c pr)) and email pr"));

        assertThat(bound).isEmpty();
        assertThat(conditions.refusals()).hasSize(3);
    }

    @Test
    void the_shape_of_the_filter_stays() throws FilterSyntaxException {
        Condition bound = conditions
                .bind(FilterParser.parse("email pr and (kind eq \"staff\" or not (phone pr))"))
                .orElseThrow();

        assertThat(bound).isInstanceOfSatisfying(Condition.And.class, and -> {
            List<Condition> parts = and.all();
            assertThat(parts.get(0)).isInstanceOf(Condition.Present.class);
            assertThat(((Condition.Or) parts.get(1)).any()).hasSize(2);
        });
    }

    private Object value(String filter) throws FilterSyntaxException {
        Condition.Compare compare =
                (Condition.Compare) conditions.bind(FilterParser.parse(filter)).orElseThrow();
        assertThat(compare.comparison()).isNotEqualTo(Comparison.NE);
        return compare.value();
    }
}
