package dev.cuenta.core.account;

import dev.cuenta.core.model.Field;
import dev.cuenta.core.type.Column;
import dev.cuenta.core.type.Comparison;
import java.util.Collections;
import java.util.LinkedHashSet;
import java.util.Objects;
import java.util.Set;
import java.util.stream.Collectors;
import org.jspecify.annotations.Nullable;

/** What a question asks about that no index answers: the database looks at every account for it. */
public final class Unindexed {
    /** What an index of parts of words is made of. */
    private static final int SHORTEST_PART = 3;

    private final Set<String> paths = new LinkedHashSet<>();

    private Unindexed() {}

    /** The paths of such attributes of the filter; empty where there is none, or no filter. */
    public static Set<String> in(@Nullable Condition condition) {
        Unindexed unindexed = new Unindexed();
        if (condition != null) {
            condition.with(unindexed::look);
        }
        return Collections.unmodifiableSet(unindexed.paths);
    }

    /** As {@link #in}, with what the page is sorted by. */
    public static Set<String> in(AccountQuery query) {
        Set<String> paths = new LinkedHashSet<>(in(query.condition()));
        if (!isSorted(query.sort())) {
            paths.add(query.sort().path());
        }
        return paths;
    }

    /** As {@link #in}, but empty where an index leads to all that meet the condition, whatever else is asked of these. */
    public static Set<String> throughout(Condition condition) {
        return isLedTo(condition) ? Set.of() : in(condition);
    }

    /** As messages name such paths. */
    public static String named(Set<String> paths) {
        return paths.stream().map(path -> "`" + path + "`").collect(Collectors.joining(", "));
    }

    private static boolean isLedTo(Condition condition) {
        if (condition instanceof Condition.And and) {
            return and.all().stream().anyMatch(Unindexed::isLedTo);
        }
        if (condition instanceof Condition.Or or) {
            return or.any().stream().allMatch(Unindexed::isLedTo);
        }
        return !(condition instanceof Condition.Not) && in(condition).isEmpty();
    }

    private Condition look(Condition part) {
        if (part instanceof Condition.Compare compare && !isCompared(compare)) {
            paths.add(compare.attribute().path());
        } else if (part instanceof Condition.Present present && !isPresent(present.attribute())) {
            paths.add(present.attribute().path());
        }
        return part;
    }

    private static boolean isCompared(Condition.Compare compare) {
        Attribute attribute = compare.attribute();
        Comparison comparison = compare.comparison();
        if (attribute.source() == Attribute.Source.FIELD) {
            return isCompared(Objects.requireNonNull(attribute.field()), comparison, compare.value());
        }
        return switch (attribute.source()) {
            case CONFIRMED -> false;
            case ROLE -> comparison == Comparison.EQ;
            default -> true;
        };
    }

    private static boolean isCompared(Field field, Comparison comparison, Object value) {
        return switch (comparison) {
            case EQ -> field.uniqueByIndex() || field.search() || field.indexed();
            case NE -> false;
            case CO -> field.search() && value.toString().length() >= SHORTEST_PART;
            case SW -> field.indexed() || (field.search() && value.toString().length() >= SHORTEST_PART);
            case GT, GE, LT, LE -> field.indexed() || isUniqueAndOrdered(field);
        };
    }

    /** Texts are unique in a form in which they are not sorted; what compares decimals is not trusted with rows of others. */
    private static boolean isUniqueAndOrdered(Field field) {
        return field.unique()
                && !field.column().is(Column.Kind.TEXT)
                && !field.column().is(Column.Kind.NUMERIC);
    }

    private static boolean isPresent(Attribute attribute) {
        return attribute.source() == Attribute.Source.FIELD
                ? Objects.requireNonNull(attribute.field()).indexed()
                : attribute.source() != Attribute.Source.CONFIRMED;
    }

    private static boolean isSorted(Attribute attribute) {
        return attribute.source() == Attribute.Source.FIELD
                ? Objects.requireNonNull(attribute.field()).indexed()
                        || isUniqueAndOrdered(Objects.requireNonNull(attribute.field()))
                : attribute.source() != Attribute.Source.CONFIRMED;
    }
}
