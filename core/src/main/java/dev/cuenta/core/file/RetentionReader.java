package dev.cuenta.core.file;

import dev.cuenta.core.filter.Filter;
import dev.cuenta.core.filter.FilterParser;
import dev.cuenta.core.filter.FilterSyntaxException;
import dev.cuenta.core.finding.FindingCode;
import dev.cuenta.core.model.RetentionRule;
import dev.cuenta.core.model.Schedule;
import dev.cuenta.core.model.Span;
import java.math.BigDecimal;
import java.time.DateTimeException;
import java.time.ZoneId;
import java.util.Optional;
import java.util.Set;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import org.jspecify.annotations.Nullable;

/** Reads one rule of the section {@code retention}. */
final class RetentionReader {
    private static final Pattern PERCENT = Pattern.compile("(\\d{1,3}(?:\\.\\d{1,4})?) ?%");
    private static final ZoneId UTC = ZoneId.of("UTC");
    private static final BigDecimal ALL = new BigDecimal(100);

    private RetentionReader() {}

    static Optional<RetentionRule> read(String name, Section section) {
        Optional<Element> where = section.take("where");
        Optional<Span> after = section.require("after", "Say after how long, such as `after: P14D`.")
                .flatMap(RetentionReader::span);
        String since = section.require("since", "Say from when it counts, such as `since: meta.created`.")
                .flatMap(Element::text)
                .orElse("meta.created");
        RetentionRule.Action action = section.require("do", "Say what happens then, such as `do: delete`.")
                .flatMap(element -> element.oneOf(RetentionRule.Action.class))
                .orElse(RetentionRule.Action.DELETE);
        Schedule schedule = schedule(section);
        RetentionRule.AtMost atMost = section.take("atMost")
                .flatMap(Element::section)
                .map(RetentionReader::atMost)
                .orElse(RetentionRule.AtMost.DEFAULT);
        String label = section.take("label").flatMap(Element::text).orElse(Names.label(name));
        section.refuseOthers();
        String text = where.flatMap(Element::text).orElse("");
        return after.map(span -> new RetentionRule(
                name,
                label,
                where.map(element -> filter(element, text)).orElse(null),
                text,
                span,
                since,
                action,
                schedule,
                atMost));
    }

    private static Optional<Span> span(Element element) {
        Optional<Span> span = element.text().flatMap(Span::parse);
        if (span.isEmpty()) {
            element.report(
                    FindingCode.BAD_VALUE, "`after` must be an ISO 8601 duration.", "Write it as P14D, P2Y or PT12H.");
        }
        return span;
    }

    private static @Nullable Schedule schedule(Section section) {
        Optional<Element> at = section.take("at");
        if (at.isEmpty()) {
            section.notHere(Set.of("timeZone"), "has no effect without `at`.");
            return null;
        }
        ZoneId zone = section.take("timeZone").map(RetentionReader::zone).orElse(UTC);
        Optional<Schedule> schedule = at.get().text().flatMap(text -> Schedule.parse(text, zone));
        if (schedule.isEmpty()) {
            at.get()
                    .report(
                            FindingCode.BAD_VALUE,
                            "`at` must be a cron expression of five fields: minute, hour, day of the month, month, day of the week.",
                            "Write `at: '0 3 * * 0'` for three o'clock every Sunday.");
        }
        return schedule.orElse(null);
    }

    private static RetentionRule.AtMost atMost(Section section) {
        RetentionRule.AtMost usual = RetentionRule.AtMost.DEFAULT;
        BigDecimal percent = section.take("share").map(RetentionReader::percent).orElse(usual.percent());
        int count = section.take("count")
                .flatMap(element -> element.whole(0, Integer.MAX_VALUE))
                .orElse(usual.count());
        section.refuseOthers();
        return new RetentionRule.AtMost(percent, count);
    }

    private static BigDecimal percent(Element element) {
        Matcher percent = PERCENT.matcher(element.text().orElse(""));
        if (percent.matches() && new BigDecimal(percent.group(1)).compareTo(ALL) <= 0) {
            return new BigDecimal(percent.group(1));
        }
        element.report(FindingCode.BAD_VALUE, "`share` must be a percentage of all accounts.", "Write it as 10 %.");
        return RetentionRule.AtMost.DEFAULT.percent();
    }

    private static ZoneId zone(Element element) {
        try {
            return ZoneId.of(element.text().orElse("UTC"));
        } catch (DateTimeException unknown) {
            element.report(
                    FindingCode.BAD_VALUE,
                    "`timeZone` must be one of the time zone database.",
                    "Write it as Europe/Lisbon.");
            return UTC;
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
