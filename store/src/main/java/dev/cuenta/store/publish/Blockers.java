package dev.cuenta.store.publish;

import static dev.cuenta.store.schema.Shape.quoted;

import dev.cuenta.core.model.Field;
import dev.cuenta.store.schema.Ddl;
import dev.cuenta.store.schema.RuleNames;
import dev.cuenta.store.schema.Shape;
import java.util.List;
import java.util.stream.Collectors;
import org.springframework.jdbc.core.simple.JdbcClient;

/** Whose records keep a rule of a field from being put: looked up when a publish stops at it, so that somebody can change them. */
final class Blockers {
    private static final int SHOWN = 5;

    private final Shape shape;
    private final JdbcClient sql;

    /** @param shape of the model that is live: by its ids accounts are found at the moment */
    Blockers(Shape shape, JdbcClient sql) {
        this.shape = shape;
        this.sql = sql;
    }

    /**
     * What breaks the rule, with the first accounts and how to list them.
     *
     * @param column where the field's values lie at the moment
     * @param constraint as the rule is called in the database
     */
    String words(Field field, String column, String constraint) {
        String rule = RuleNames.ruleOf(field, constraint).orElse("");
        String keys = keys(field, column, rule);
        long count = sql.sql("select count(*) from (" + keys + ") blocking")
                .query(Long.class)
                .single();
        List<String> ids = sql.sql("select " + shape.idOf("key") + " from (select distinct key from (" + keys
                        + ") blocking order by key limit " + SHOWN + ") first")
                .query(String.class)
                .list();
        return (count == 1 ? "1 record " : count + " records ") + what(field, rule, count == 1) + "."
                + (ids.isEmpty()
                        ? ""
                        : " To see " + (count > ids.size() ? "the first " + ids.size() : count == 1 ? "it" : "them")
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

    private String keys(Field field, String column, String rule) {
        String key = Ddl.keyOf(field);
        String from = " from " + Shape.qualified(field.path().profile()) + " v";
        String value = "v." + quoted(column);
        return switch (rule) {
            case "required" -> "select " + key + " as key" + from + " where " + value + " is null";
            case "unique", "unique_exact", RuleNames.PER_TENANT -> {
                String tenant = field.uniqueInEachTenant() ? "m.tenant_id, " : field.unique() ? "" : "v.tenant_id, ";
                yield "select key from (select v." + key + " as key, count(*) over (partition by " + tenant
                        + Shape.comparable(field, value) + ") as n" + from
                        + (field.uniqueInEachTenant() ? " join cuenta.membership m on m.account_id = v." + key : "")
                        + " where " + value + " is not null) shared where n > 1";
            }
            case Shape.REFERENCE ->
                "select " + key + " as key" + from + " where " + value
                        + " is not null and not exists (select from accounts.account o where o." + shape.idColumn()
                        + " = " + value + ")";
            default -> {
                String broken = Shape.checks(field, column).stream()
                        .filter(check -> check.name().endsWith(rule))
                        .map(check -> "not (" + check.condition() + ")")
                        .collect(Collectors.joining(" or "));
                yield "select " + key + " as key" + from + " where " + (broken.isEmpty() ? "false" : broken);
            }
        };
    }
}
