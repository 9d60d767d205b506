package dev.cuenta.store.account;

import dev.cuenta.core.account.AccountId;
import dev.cuenta.core.model.AccountModel;
import dev.cuenta.store.revision.Shape;
import dev.cuenta.store.revision.Work;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;

/** Takes accounts away with everything that hangs on them, dependents first, and counts what went. */
public final class Removal {
    private static final List<String> DEPENDENTS = List.of("session", "credential", "role_given", "membership");

    private final Work work;
    private final AccountModel model;

    public Removal(Work work) {
        this.work = work;
        this.model = work.revision().model();
    }

    /** How many records of each sort went, by name; {@code accounts} comes last. */
    public Map<String, Long> remove(List<AccountId> ids) {
        return visit(ids, "delete from ");
    }

    /** How many records of each sort would go. */
    public Map<String, Long> count(List<AccountId> ids) {
        return visit(ids, "select count(*) from ");
    }

    private Map<String, Long> visit(List<AccountId> ids, String verb) {
        Object[] keys = ids.stream()
                .flatMap(id -> Ids.columnOf(model.id(), id).stream())
                .toArray();
        Map<String, Long> counts = new LinkedHashMap<>();
        for (String dependent : DEPENDENTS) {
            counts.put(
                    plural(dependent),
                    run(verb + "cuenta." + dependent + " where account_id = any(?::" + arrayType() + ")", keys));
        }
        for (String profile : model.profiles().keySet()) {
            counts.put(
                    profile,
                    run(verb + Shape.qualified(profile) + " where account_id = any(?::" + arrayType() + ")", keys));
        }
        counts.put("accounts", run(verb + "accounts.account where id = any(?::" + arrayType() + ")", keys));
        return counts;
    }

    private long run(String statement, Object[] keys) {
        List<String> texts = new ArrayList<>();
        for (Object key : keys) {
            texts.add(key.toString());
        }
        var sql = work.sql().sql(statement).param("{" + String.join(",", texts) + "}");
        return statement.startsWith("delete")
                ? sql.update()
                : sql.query(Long.class).single();
    }

    private String arrayType() {
        return work.revision().shape().idType() + "[]";
    }

    private static String plural(String table) {
        return switch (table) {
            case "role_given" -> "rolesGiven";
            default -> table + "s";
        };
    }
}
