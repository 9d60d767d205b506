package dev.cuenta.store.account;

import dev.cuenta.core.account.Attribute;
import dev.cuenta.core.account.Condition;
import dev.cuenta.core.account.Scope;
import dev.cuenta.core.model.AccountModel;
import dev.cuenta.core.model.Field;
import dev.cuenta.core.type.Column;
import dev.cuenta.core.type.Comparison;
import dev.cuenta.store.revision.ExpressionSql;
import dev.cuenta.store.revision.Shape;
import dev.cuenta.store.sharing.Dependents;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Set;
import java.util.stream.Collectors;

/**
 * Compiles conditions to SQL. Values become parameters, never text. Every comparison is true or false and never unknown, so
 * that {@code not} means what people expect of it: a missing value fails each comparison but {@code ne}.
 */
final class ConditionSql {
    private final Shape shape;
    private final Scope scope;
    private final AccountModel model;
    private final Map<String, Object> parameters = new LinkedHashMap<>();
    private final Set<String> profiles = new LinkedHashSet<>();

    /** @param scope of an account's roles, those that count there are seen */
    ConditionSql(Shape shape, Scope scope) {
        this.shape = shape;
        this.scope = scope;
        this.model = shape.model();
    }

    Map<String, Object> parameters() {
        return parameters;
    }

    /** Joins for the profiles that were mentioned so far. */
    String joins() {
        StringBuilder joins = new StringBuilder();
        profiles.forEach(profile -> joins.append(" left join ")
                .append(Shape.qualified(profile))
                .append(' ')
                .append(alias(profile))
                .append(" on ")
                .append(alias(profile))
                .append(".account_id = a.id"));
        return joins.toString();
    }

    static String alias(String profile) {
        return Shape.quoted(Shape.table(profile));
    }

    String compile(Condition condition) {
        if (condition instanceof Condition.And and) {
            return joined(and.all(), " and ");
        }
        if (condition instanceof Condition.Or or) {
            return joined(or.any(), " or ");
        }
        if (condition instanceof Condition.Not not) {
            return "not " + compile(not.condition());
        }
        if (condition instanceof Condition.Present present) {
            return present(present.attribute());
        }
        if (condition instanceof Condition.Hashed hashed) {
            return hashed(hashed);
        }
        if (condition instanceof Condition.Unheld) {
            return Dependents.free(model).orElse("true");
        }
        return compare((Condition.Compare) condition);
    }

    private String joined(List<Condition> conditions, String word) {
        return "(" + String.join(word, conditions.stream().map(this::compile).toList()) + ")";
    }

    private String hashed(Condition.Hashed asked) {
        if (asked.hashes().isEmpty()) {
            return "false";
        }
        String hashes = asked.hashes().stream().map(this::parameter).collect(Collectors.joining(", "));
        return "exists (select 1 from cuenta.secret_lookup l where l.account_id = a.id and l.field = "
                + parameter(asked.field()) + " and l.hash in (" + hashes + "))";
    }

    private String present(Attribute attribute) {
        return attribute.source() == Attribute.Source.ROLE
                ? "exists (select 1 from cuenta.role_given g where g.account_id = a.id" + counting() + ")"
                : "(" + expression(attribute) + " is not null)";
    }

    private String compare(Condition.Compare compare) {
        return switch (compare.attribute().source()) {
            case ROLE ->
                negatedIf(
                        compare,
                        "exists (select 1 from cuenta.role_given g where g.account_id = a.id and g.role = "
                                + parameter(roleNumber(compare.value())) + counting() + ")");
            case ID -> negatedIf(compare, isAccount((String) compare.value()));
            case FIELD, KIND, CREATED, LAST_MODIFIED, ANONYMISED, CONFIRMED -> compareValue(compare);
        };
    }

    /** Of the roles {@code g} that were given, those that count. */
    private String counting() {
        return scope.tenant()
                .map(tenant -> " and (g.tenant_id is null or g.tenant_id = " + parameter(tenant.value()) + ")")
                .orElse("");
    }

    /** By its present id or its former one. */
    String isAccount(String id) {
        return shape.findId(id)
                .map(found -> "(a." + found.column() + " = " + parameter(found.value()) + ")")
                .orElse("false");
    }

    private static String negatedIf(Condition.Compare compare, String equal) {
        return compare.comparison() == Comparison.NE ? "not " + equal : equal;
    }

    private int roleNumber(Object name) {
        return Objects.requireNonNull(model.roles().get((String) name)).number();
    }

    private String compareValue(Condition.Compare compare) {
        Attribute attribute = compare.attribute();
        String right = comparable(attribute, typed(attribute, compare.value()));
        if (attribute.type().isMany()) {
            return compareAny(compare, right);
        }
        String left = comparable(attribute, expression(attribute));
        return switch (compare.comparison()) {
            case EQ -> "coalesce(" + left + " = " + right + ", false)";
            case NE -> "(" + left + " is distinct from " + right + ")";
            case CO -> contains(attribute, left, right);
            case SW -> "coalesce(starts_with(" + left + ", " + right + "), false)";
            case GT -> "coalesce(" + left + " > " + right + ", false)";
            case GE -> "coalesce(" + left + " >= " + right + ", false)";
            case LT -> "coalesce(" + left + " < " + right + ", false)";
            case LE -> "coalesce(" + left + " <= " + right + ", false)";
        };
    }

    /** A field that is indexed for look-up is asked in the way that its index answers. */
    private String contains(Attribute attribute, String left, String right) {
        boolean indexed = attribute.field() != null && attribute.field().search();
        if (!indexed) {
            return "coalesce(position(" + right + " in " + left + ") > 0, false)";
        }
        String pattern = "'%' || replace(replace(replace(" + right + ", '\\', '\\\\'), '%', '\\%'), '_', '\\_') || '%'";
        return "coalesce(" + left + " like " + pattern + ", false)";
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

    private String typed(Attribute attribute, Object value) {
        boolean account = attribute.type().column(attribute.limits()).kind() == Column.Kind.ACCOUNT;
        return account ? reference((String) value) : parameter(value);
    }

    /** What a reference to the account holds; to one that is not there, what none does. */
    private String reference(String id) {
        return shape.findId(id)
                .map(found -> found.column().equals(shape.idColumn())
                        ? parameter(found.value())
                        : shape.idOfFormer(parameter(found.value())))
                .orElseGet(() -> "cast('" + shape.idType().beforeAll() + "' as "
                        + shape.idType().sql() + ")");
    }

    private static String comparable(Attribute attribute, String expression) {
        return attribute.exact() ? expression : "cuenta.normal_form(" + expression + ")";
    }

    /** The attribute's value. Mentions its profile, which {@link #joins} then joins. */
    String expression(Attribute attribute) {
        return switch (attribute.source()) {
            case ID -> "a." + shape.idColumn();
            case KIND -> "a.kind";
            case CREATED -> "a.created_at";
            case LAST_MODIFIED -> "a.last_modified_at";
            case ANONYMISED -> "a.anonymised_at";
            case CONFIRMED ->
                "(select c.confirmed_at from cuenta.confirmed c where c.account_id = a.id and c.field = "
                        + parameter(
                                Objects.requireNonNull(attribute.field()).path().toString()) + ")";
            case ROLE -> throw new IllegalArgumentException("An account has several roles");
            case FIELD -> fieldExpression(Objects.requireNonNull(attribute.field()));
        };
    }

    private String fieldExpression(Field field) {
        return field.stored() ? stored(field) : new ExpressionSql(shape, this::stored, this::counting).of(field);
    }

    private String stored(Field field) {
        String profile = field.path().profile();
        if (profile == null) {
            return "a." + Shape.quoted(shape.columnNow(field));
        }
        profiles.add(profile);
        return alias(profile) + "." + Shape.quoted(shape.columnNow(field));
    }

    String parameter(Object value) {
        String name = "p" + parameters.size();
        parameters.put(name, value);
        return ":" + name;
    }
}
