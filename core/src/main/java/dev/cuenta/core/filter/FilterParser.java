package dev.cuenta.core.filter;

import dev.cuenta.core.finding.Nearest;
import dev.cuenta.core.type.Comparison;
import java.util.ArrayList;
import java.util.List;

/** Reads SCIM filter syntax by recursive descent: {@code or} binds loosest, then {@code and}, then {@code not}. */
public final class FilterParser {
    private static final int DEEPEST = 30;
    private static final int LONGEST = 4000;
    private static final List<String> OPERATORS = List.of("eq", "ne", "co", "sw", "pr", "gt", "ge", "lt", "le");

    private final Tokens tokens;
    private int depth;

    private FilterParser(Tokens tokens) {
        this.tokens = tokens;
    }

    public static Filter parse(String text) throws FilterSyntaxException {
        if (text.length() > LONGEST) {
            throw new FilterSyntaxException(LONGEST, "a filter may have at most " + LONGEST + " characters.");
        }
        FilterParser parser = new FilterParser(new Tokens(text));
        Filter filter = parser.any();
        parser.tokens.expectEnd();
        return filter;
    }

    private Filter any() throws FilterSyntaxException {
        List<Filter> filters = new ArrayList<>(List.of(all()));
        while (tokens.takeWord("or")) {
            filters.add(all());
        }
        return filters.size() == 1 ? filters.get(0) : new Filter.Or(List.copyOf(filters));
    }

    private Filter all() throws FilterSyntaxException {
        List<Filter> filters = new ArrayList<>(List.of(one()));
        while (tokens.takeWord("and")) {
            filters.add(one());
        }
        return filters.size() == 1 ? filters.get(0) : new Filter.And(List.copyOf(filters));
    }

    private Filter one() throws FilterSyntaxException {
        if (tokens.takeWord("not")) {
            if (!tokens.takeSymbol('(')) {
                throw tokens.expected("a parenthesis after not, as in: not (email pr)");
            }
            return new Filter.Not(inParentheses());
        }
        return tokens.takeSymbol('(') ? inParentheses() : comparison();
    }

    private Filter inParentheses() throws FilterSyntaxException {
        if (++depth > DEEPEST) {
            throw tokens.expected("at most " + DEEPEST + " parentheses inside each other");
        }
        Filter filter = any();
        if (!tokens.takeSymbol(')')) {
            throw tokens.expected("and, or, or a closing parenthesis");
        }
        depth--;
        return filter;
    }

    private Filter comparison() throws FilterSyntaxException {
        Tokens.Word attribute = tokens.word("the name of a field");
        Tokens.Word operator = tokens.word("an operator (" + String.join(", ", OPERATORS) + ")");
        if (operator.text().equalsIgnoreCase("pr")) {
            return new Filter.Present(attribute.text(), attribute.position());
        }
        Comparison comparison = Comparison.of(operator.text())
                .orElseThrow(() -> new FilterSyntaxException(
                        operator.position(),
                        "`" + operator.text() + "` is no operator. " + Nearest.advice(operator.text(), OPERATORS)));
        return new Filter.Compare(attribute.text(), attribute.position(), comparison, tokens.value());
    }
}
