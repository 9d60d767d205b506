package dev.cuenta.core.filter;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import dev.cuenta.core.filter.Filter.And;
import dev.cuenta.core.filter.Filter.Compare;
import dev.cuenta.core.filter.Filter.Not;
import dev.cuenta.core.filter.Filter.Or;
import dev.cuenta.core.filter.Filter.Present;
import dev.cuenta.core.type.Comparison;
import java.math.BigDecimal;
import java.util.List;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class FilterParserTest {
    @Test
    void or_binds_looser_than_and() throws FilterSyntaxException {
        Filter a = new Present("a", 0);
        Filter b = new Present("b", 8);
        Filter c = new Present("c", 17);

        assertThat(FilterParser.parse("a pr or b pr and c pr")).isEqualTo(new Or(List.of(a, new And(List.of(b, c)))));
    }

    @Test
    void not_takes_parentheses() throws FilterSyntaxException {
        assertThat(FilterParser.parse("NOT (a Pr)")).isEqualTo(new Not(new Present("a", 5)));
        assertThatThrownBy(() -> FilterParser.parse("not a pr")).hasMessageContaining("parenthesis after not");
    }

    @Test
    void values_are_texts_numbers_and_truth_values() throws FilterSyntaxException {
        assertThat(FilterParser.parse("a eq \"say \\\"ahoy\\\"\""))
                .isEqualTo(new Compare("a", 0, Comparison.EQ, "say \"ahoy\""));
        assertThat(FilterParser.parse("a.b ge -1.50"))
                .isEqualTo(new Compare("a.b", 0, Comparison.GE, new BigDecimal("-1.50")));
        assertThat(FilterParser.parse("a ne true")).isEqualTo(new Compare("a", 0, Comparison.NE, true));
    }

    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            value = {
                "''                | At character 1: expected the name of a field",
                "a                 | At character 2: expected an operator",
                "a eq              | At character 5: expected a value",
                "a eqq \"x\"       | At character 3: `eqq` is no operator. Did you mean `eq`?",
                "a eq \"x          | At character 6: the text that begins here has no closing",
                "(a pr             | At character 6: expected and, or, or a closing parenthesis",
                "a pr b pr         | At character 6: expected and, or, or the end",
                "a eq ines         | At character 6: expected a value"
            })
    void a_filter_that_cannot_be_read_says_where_and_what_was_expected(String filter, String message) {
        assertThatThrownBy(() -> FilterParser.parse(filter))
                .isInstanceOf(FilterSyntaxException.class)
                .hasMessageStartingWith(message);
    }

    @Test
    void nesting_and_length_are_bounded() {
        assertThatThrownBy(() -> FilterParser.parse("(".repeat(500))).hasMessageContaining("at most 30 parentheses");
        assertThatThrownBy(() -> FilterParser.parse("a pr or ".repeat(600)))
                .hasMessageContaining("at most 4000 characters");
    }
}
