package dev.cuenta.core.file;

import dev.cuenta.core.filter.Filter;
import dev.cuenta.core.filter.FilterParser;
import dev.cuenta.core.filter.FilterSyntaxException;
import dev.cuenta.core.finding.FindingCode;
import dev.cuenta.core.model.RetentionRule;
import dev.cuenta.core.model.Span;
import java.util.Optional;
import org.jspecify.annotations.Nullable;

/** Reads one rule of the section {@code retention}. */
final class RetentionReader {
    private RetentionReader() {}

    static Optional<RetentionRule> read(String name, Section section) {
        Optional<Element> where = section.take("where");
        Optional<Span> after = section.require("after", "Say after how long, such as `after: P14D`.")
                .flatMap(RetentionReader::span);
        String since = section.require("since", "Say from when it counts, such as `since: meta.created`.")
                .flatMap(Element::text)
                .orElse("meta.created");
        section.require("do", "Say what happens then: `do: delete`.").ifPresent(RetentionReader::checkDo);
        section.notSupported("at", "timeZone");
        section.take("label");
        section.refuseOthers();
        String text = where.flatMap(Element::text).orElse("");
        return after.map(span -> new RetentionRule(
                name, where.map(element -> filter(element, text)).orElse(null), text, span, since));
    }

    private static Optional<Span> span(Element element) {
        Optional<Span> span = element.text().flatMap(Span::parse);
        if (span.isEmpty()) {
            element.report(
                    FindingCode.BAD_VALUE, "`after` must be an ISO 8601 duration.", "Write it as P14D, P2Y or PT12H.");
        }
        return span;
    }

    private static void checkDo(Element element) {
        String given = element.text().orElse("delete");
        if (!given.equals("delete")) {
            boolean later = given.equals("anonymise") || given.equals("archive");
            element.report(
                    later ? FindingCode.NOT_SUPPORTED : FindingCode.WRONG_SHAPE,
                    "`do: " + given + "` is not possible" + (later ? " yet." : "."),
                    "Use `do: delete`.");
        }
    }

    private static @Nullable Filter filter(Element element, String text) {
        try {
            return FilterParser.parse(text);
        } catch (FilterSyntaxException refused) {
            element.report(
                    FindingCode.BAD_VALUE,
                    "The filter cannot be read. " + refused.detail(),
                    "Filters read like: not (email pr) and kind eq \"staff\".");
            return null;
        }
    }
}
