package dev.cuenta.store.account;

import dev.cuenta.core.account.Attribute;
import dev.cuenta.core.account.Condition;
import dev.cuenta.core.account.Scope;
import dev.cuenta.core.model.AccountModel;
import dev.cuenta.core.model.Field;
import dev.cuenta.core.type.Column;
import dev.cuenta.core.type.Comparison;
import dev.cuenta.store.schema.ColumnValues;
import dev.cuenta.store.schema.ExpressionSql;
import dev.cuenta.store.schema.Shape;
import dev.cuenta.store.sharing.Dependents;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Set;
import java.util.stream.Collectors;

/**
 * Compiles conditions to SQL. Values become parameters, never text. A missing value fails each comparison but {@code ne}: what SQL makes
 * of one, unknown, chooses nothing either, so that comparisons stand as an index answers them; only under {@code not}, which would leave
 * unknown what people expect to be true, each is made true or false.
 */
final class ConditionSql {
    private final Shape shape;
    private final Scope scope;
    private final AccountModel model;
    private final Map<String, Object> parameters = new LinkedHashMap<>();
    private final Set<String> profiles = new LinkedHashSet<>();
    /** Whether what is compiled just now stands under a {@code not}. */
    private boolean negated;

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
        return profiles.stream().map(profile -> RecordPlan.join(profile, model)).collect(Collectors.joining());
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
            return negated(not.condition());
        }
        if (condition instanceof Condition.Present present) {
            return present(present.attribute());
        }
        if (condition instanceof Condition.Hashed hashed) {
            return hashed(hashed);
        }
        if (condition instanceof Condition.Often often) {
            // Of a function's result PostgreSQL believes that few have it; of a case, that half do.
            return "(case when " + compare(often.compare()) + " then true else false end)";
        }
        if (condition instanceof Condition.Among among) {
            return among(among);
        }
        if (condition instanceof Condition.Unheld) {
            return Dependents.free(model).orElse("true");
        }
        return compare((Condition.Compare) condition);
    }

    private String negated(Condition condition) {
        if (condition instanceof Condition.Unheld) {
            return Dependents.held(model).orElse("false");
        }
        boolean outer = negated;
        negated = true;
        String not = "not " + compile(condition);
        negated = outer;
        return not;
    }

    /** Of a comparison that is unknown where a value is missing. */
    private String known(String comparison) {
        return negated ? "coalesce(" + comparison + ", false)" : "(" + comparison + ")";
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

    private String among(Condition.Among among) {
        return among.keys().isEmpty()
                ? "false"
                : "(a.id = any(cast(" + parameter(among.keys().toArray(String[]::new)) + " as "
                        + shape.keyType().sql() + "[])))";
    }

    private String present(Attribute attribute) {
        return switch (attribute.source()) {
            case ROLE -> "exists (select 1 from cuenta.role_in_effect g where g.account_id = a.id" + counting() + ")";
            case CONFIRMED -> "exists (select 1 from " + confirmation(attribute) + ")";
            default -> "(" + expression(attribute) + " is not null)";
        };
    }

    private String confirmation(Attribute attribute) {
        return "cuenta.confirmed c where c.account_id = a.id and c.field = "
                + parameter(Objects.requireNonNull(attribute.field()).path().toString());
    }

    private String compare(Condition.Compare compare) {
        return switch (compare.attribute().source()) {
            case ROLE -> compare.comparison() == Comparison.NE ? "not " + given(compare) : given(compare);
            case ID ->
                compare.comparison() == Comparison.NE
                        ? "not coalesce(" + isAccount((String) compare.value()) + ", false)"
                        : known(isAccount((String) compare.value()));
            case KIND ->
                compare.comparison() == Comparison.NE ? otherKinds((String) compare.value()) : compareValue(compare);
            case FIELD, CREATED, LAST_MODIFIED, ANONYMISED, CONFIRMED -> compareValue(compare);
        };
    }

    private String given(Condition.Compare role) {
        return "exists (select 1 from cuenta.role_in_effect g where g.account_id = a.id and g.role = "
                + parameter(roleNumber(role.value())) + counting() + ")";
    }

    /** By their names: an index has those, and no difference. */
    private String otherKinds(String kind) {
        String others = model.kinds().keySet().stream()
                .filter(other -> !other.equals(kind))
                .map(this::parameter)
                .collect(Collectors.joining(", "));
        return others.isEmpty() ? "false" : "(a.kind in (" + others + "))";
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

    private int roleNumber(Object name) {
        return Objects.requireNonNull(model.roles().get((String) name)).number();
    }

    private String compareValue(Condition.Compare compare) {
        Attribute attribute = compare.attribute();
        String right = comparable(attribute, typed(attribute, compare.value()));
        if (attribute.type().isMany()) {
            return compareAny(compare, right);
        }
        if (compare.comparison() == Comparison.EQ && isUnique(attribute)) {
            return known("a.id = " + shape.keyByUnique(Objects.requireNonNull(attribute.field()), right));
        }
        String left = comparable(attribute, expression(attribute));
        return switch (compare.comparison()) {
            case EQ -> known(left + " = " + right);
            case NE -> "(" + left + " is distinct from " + right + ")";
            case CO -> contains(attribute, left, right);
            case SW ->
                isSearched(attribute)
                        ? known(left + " like " + pattern(right) + " || '%'")
                        : known("starts_with(" + left + ", " + right + ")");
            case GT -> known(left + " > " + right);
            case GE -> known(left + " >= " + right);
            case LT -> known(left + " < " + right);
            case LE -> known(left + " <= " + right);
        };
    }

    private String contains(Attribute attribute, String left, String right) {
        return isSearched(attribute)
                ? known(left + " like '%' || " + pattern(right) + " || '%'")
                : known("position(" + right + " in " + left + ") > 0");
    }

    private static boolean isUnique(Attribute attribute) {
        return attribute.source() == Attribute.Source.FIELD
                && attribute.field() != null
                && attribute.field().unique();
    }

    /** A field that is indexed for look-up is asked in the way that its index answers. */
    private static boolean isSearched(Attribute attribute) {
        return attribute.field() != null && attribute.field().search();
    }

    /** The text, for {@code like}. */
    static String pattern(String text) {
        return "replace(replace(replace(" + text + ", '\\', '\\\\'), '%', '\\%'), '_', '\\_')";
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
            case CONFIRMED -> "(select c.confirmed_at from " + confirmation(attribute) + ")";
            case ROLE -> throw new IllegalArgumentException("An account has several roles");
            case FIELD -> fieldExpression(Objects.requireNonNull(attribute.field()));
        };
    }

    /** The account's key in the table that has the attribute. */
    String keyBeside(Attribute attribute) {
        Field field = attribute.field();
        String profile = attribute.source() == Attribute.Source.FIELD && field != null && field.stored()
                ? field.path().profile()
                : null;
        return profile == null ? "a.id" : alias(profile) + ".account_id";
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
        parameters.put(name, ColumnValues.jdbc(value));
        return ":" + name;
    }
}
