package dev.cuenta.store.account;

import dev.cuenta.core.account.Attribute;
import dev.cuenta.core.account.Condition;
import dev.cuenta.core.account.Scope;
import dev.cuenta.core.model.AccountModel;
import dev.cuenta.core.model.Field;
import dev.cuenta.core.type.Column;
import dev.cuenta.core.type.Comparison;
import dev.cuenta.store.schema.ConditionSql;
import dev.cuenta.store.schema.ExpressionSql;
import dev.cuenta.store.schema.Shape;
import dev.cuenta.store.sharing.Dependents;
import java.util.LinkedHashSet;
import java.util.Objects;
import java.util.Set;
import java.util.stream.Collectors;

/** Conditions of accounts as SQL: fields in the tables that have them, and what every account has. */
final class AccountConditionSql extends ConditionSql {
    private final Shape shape;
    private final Scope scope;
    private final AccountModel model;
    private final Set<String> profiles = new LinkedHashSet<>();

    /** @param scope of an account's roles, those that count there are seen */
    AccountConditionSql(Shape shape, Scope scope) {
        this.shape = shape;
        this.scope = scope;
        this.model = shape.model();
    }

    /** Joins for the profiles that were mentioned so far. */
    String joins() {
        return profiles.stream().map(profile -> RecordPlan.join(profile, model)).collect(Collectors.joining());
    }

    static String alias(String profile) {
        return Shape.quoted(Shape.table(profile));
    }

    @Override
    protected String part(Condition condition) {
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
        return condition instanceof Condition.Unheld ? Dependents.free(model).orElse("true") : super.part(condition);
    }

    @Override
    protected String negated(Condition condition) {
        return condition instanceof Condition.Unheld
                ? Dependents.held(model).orElse("false")
                : super.negated(condition);
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

    @Override
    protected String present(Attribute attribute) {
        return switch (attribute.source()) {
            case ROLE -> "exists (select 1 from cuenta.role_in_effect g where g.account_id = a.id" + counting() + ")";
            case CONFIRMED -> "exists (select 1 from " + confirmation(attribute) + ")";
            default -> super.present(attribute);
        };
    }

    private String confirmation(Attribute attribute) {
        return "cuenta.confirmed c where c.account_id = a.id and c.field = "
                + parameter(Objects.requireNonNull(attribute.field()).path().toString());
    }

    @Override
    protected String compare(Condition.Compare compare) {
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

    @Override
    protected String equal(Attribute attribute, String right) {
        return isUnique(attribute)
                ? known("a.id = " + shape.keyByUnique(Objects.requireNonNull(attribute.field()), right))
                : super.equal(attribute, right);
    }

    @Override
    protected String begins(Attribute attribute, String left, String right) {
        return isSearched(attribute)
                ? known(left + " like " + pattern(right) + " || '%'")
                : super.begins(attribute, left, right);
    }

    @Override
    protected String contains(Attribute attribute, String left, String right) {
        return isSearched(attribute)
                ? known(left + " like '%' || " + pattern(right) + " || '%'")
                : super.contains(attribute, left, right);
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

    @Override
    protected String typed(Attribute attribute, Object value) {
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

    /** The attribute's value. Mentions its profile, which {@link #joins} then joins. */
    @Override
    protected String expression(Attribute attribute) {
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
}
