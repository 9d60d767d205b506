package dev.cuenta.store.schema;

import dev.cuenta.core.account.Attribute;
import dev.cuenta.core.account.Condition;
import dev.cuenta.core.type.Comparison;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;

/**
 * Compiles conditions to SQL. Values become parameters, never text. A missing value fails each comparison but {@code ne}: what SQL makes
 * of one, unknown, chooses nothing either, so that comparisons stand as an index answers them; only under {@code not}, which would leave
 * unknown what people expect to be true, each is made true or false.
 */
public abstract class ConditionSql {
    private final Map<String, Object> parameters = new LinkedHashMap<>();
    /** Whether what is compiled just now stands under a {@code not}. */
    private boolean negated;

    public final Map<String, Object> parameters() {
        return parameters;
    }

    public final String compile(Condition condition) {
        if (condition instanceof Condition.And and) {
            return joined(and.all(), " and ");
        }
        if (condition instanceof Condition.Or or) {
            return joined(or.any(), " or ");
        }
        if (condition instanceof Condition.Not not) {
            return negated(not.condition());
        }
        if (condition instanceof Condition.Present present) {
            return present(present.attribute());
        }
        return condition instanceof Condition.Compare compare ? compare(compare) : part(condition);
    }

    /** The attribute's value. */
    protected abstract String expression(Attribute attribute);

    /** What is neither a comparison nor made of others. */
    protected String part(Condition condition) {
        throw new IllegalArgumentException("Nothing here is asked for by " + condition);
    }

    protected String present(Attribute attribute) {
        return "(" + expression(attribute) + " is not null)";
    }

    protected String compare(Condition.Compare compare) {
        return compareValue(compare);
    }

    /** What the attribute is compared with. */
    protected String typed(Attribute attribute, Object value) {
        return parameter(value);
    }

    /** Under a {@code not}. */
    protected String negated(Condition condition) {
        boolean outer = negated;
        negated = true;
        String not = "not " + compile(condition);
        negated = outer;
        return not;
    }

    private String joined(List<Condition> conditions, String word) {
        return "(" + String.join(word, conditions.stream().map(this::compile).toList()) + ")";
    }

    /** Of a comparison that is unknown where a value is missing. */
    protected final String known(String comparison) {
        return negated ? "coalesce(" + comparison + ", false)" : "(" + comparison + ")";
    }

    protected final String compareValue(Condition.Compare compare) {
        Attribute attribute = compare.attribute();
        String right = comparable(attribute, typed(attribute, compare.value()));
        if (attribute.type().isMany()) {
            return compareAny(compare, right);
        }
        return switch (compare.comparison()) {
            case EQ -> equal(attribute, right);
            case NE -> "(" + left(attribute) + " is distinct from " + right + ")";
            case CO -> contains(attribute, left(attribute), right);
            case SW -> begins(attribute, left(attribute), right);
            case GT -> known(left(attribute) + " > " + right);
            case GE -> known(left(attribute) + " >= " + right);
            case LT -> known(left(attribute) + " < " + right);
            case LE -> known(left(attribute) + " <= " + right);
        };
    }

    /** By itself: what has a value that no other has may be found without looking at the others'. */
    protected String equal(Attribute attribute, String right) {
        return known(left(attribute) + " = " + right);
    }

    private String left(Attribute attribute) {
        return comparable(attribute, expression(attribute));
    }

    protected String contains(Attribute attribute, String left, String right) {
        return known("position(" + right + " in " + left + ") > 0");
    }

    protected String begins(Attribute attribute, String left, String right) {
        return known("starts_with(" + left + ", " + right + ")");
    }

    /** A list meets a comparison when any one of its values does, and differs from a value when none is it. */
    private String compareAny(Condition.Compare compare, String right) {
        Attribute attribute = compare.attribute();
        String item = comparable(attribute, "item");
        String met = compare.comparison() == Comparison.CO
                ? "position(" + right + " in " + item + ") > 0"
                : item + " = " + right;
        String any = "exists (select 1 from unnest(" + expression(attribute) + ") item where " + met + ")";
        return compare.comparison() == Comparison.NE ? "not " + any : any;
    }

    protected static String comparable(Attribute attribute, String expression) {
        return attribute.exact() ? expression : "cuenta.normal_form(" + expression + ")";
    }

    public final String parameter(Object value) {
        String name = "p" + parameters.size();
        parameters.put(name, ColumnValues.jdbc(value));
        return ":" + name;
    }
}
