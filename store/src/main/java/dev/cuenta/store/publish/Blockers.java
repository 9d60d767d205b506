package dev.cuenta.store.publish;

import static dev.cuenta.store.schema.Shape.quoted;

import dev.cuenta.core.account.AccountId;
import dev.cuenta.core.model.Field;
import dev.cuenta.core.revision.StoredRecords.InTheWay;
import dev.cuenta.store.compare.KeysInTheWay;
import dev.cuenta.store.schema.Ddl;
import dev.cuenta.store.schema.RuleNames;
import dev.cuenta.store.schema.Shape;
import java.util.List;
import java.util.stream.Collectors;
import org.springframework.jdbc.core.simple.JdbcClient;

/** Whose records keep a rule of a field from being put: looked up when a publish stops at it, so that somebody can change them. */
final class Blockers {
    private final Shape shape;
    private final KeysInTheWay keys;

    /** @param shape of the model that is live: by its ids accounts are found at the moment */
    Blockers(Shape shape, JdbcClient sql) {
        this.shape = shape;
        this.keys = new KeysInTheWay(shape, sql);
    }

    /**
     * What breaks the rule, with the first accounts and how to list them.
     *
     * @param column where the field's values lie at the moment
     * @param constraint as the rule is called in the database
     */
    String words(Field field, String column, String constraint) {
        String rule = RuleNames.ruleOf(field, constraint).orElse("");
        InTheWay found = found(field, column, rule);
        List<String> ids =
                found.accounts().stream().map(AccountId::text).distinct().toList();
        boolean one = found.count() == 1;
        return (one ? "1 record " : found.count() + " records ") + what(field, rule, one) + "."
                + (ids.isEmpty()
                        ? ""
                        : " To see " + (found.count() > ids.size() ? "the first " + ids.size() : one ? "it" : "them")
                                + ": cuenta accounts list --filter '"
                                + ids.stream().map(id -> "id eq \"" + id + "\"").collect(Collectors.joining(" or "))
                                + "'");
    }

    private static String what(Field field, String rule, boolean one) {
        String path = "`" + field.path() + "`";
        return switch (rule) {
            case "required" -> (one ? "has" : "have") + " no value of " + path + ", which is required";
            case "unique", "unique_exact", RuleNames.PER_TENANT ->
                "share a value of " + path + ", which has to be unique" + (field.unique() ? "" : " within each tenant");
            case Shape.REFERENCE -> (one ? "refers" : "refer") + " by " + path + " to an account that is not there";
            default -> (one ? "has" : "have") + " a value of " + path + " that breaks its rule of " + rule;
        };
    }

    private InTheWay found(Field field, String column, String rule) {
        String key = "select v." + Ddl.keyOf(field) + " as key";
        String from = " from " + Shape.qualified(field.path().profile()) + " v";
        String value = "v." + quoted(column);
        return switch (rule) {
            case "required" -> keys.found(key + from + " where " + value + " is null");
            case "unique", "unique_exact", RuleNames.PER_TENANT ->
                keys.sharing(
                        key + (field.withinTenant() ? ", v." + Ddl.TENANT_KEY : "") + ", "
                                + Shape.comparable(field, value) + " as value" + from,
                        field);
            case Shape.REFERENCE ->
                keys.found(key + from + " where " + value
                        + " is not null and not exists (select from accounts.account o where o." + shape.idColumn()
                        + " = " + value + ")");
            default ->
                keys.found(key + from + " where "
                        + Shape.checks(field, column).stream()
                                .filter(check -> check.name().endsWith(rule))
                                .map(check -> "not (" + check.condition() + ")")
                                .reduce("false", (one, other) -> one + " or " + other));
        };
    }
}
