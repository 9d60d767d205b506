package dev.cuenta.store.publish;

import dev.cuenta.core.model.AccountModel;
import dev.cuenta.core.model.Field;
import dev.cuenta.store.database.Connections;
import dev.cuenta.store.live.Step;
import dev.cuenta.store.schema.RuleNames;
import dev.cuenta.store.shadow.RecordsInTheWay;
import dev.cuenta.store.statement.LockRetry;
import dev.cuenta.store.statement.StatementFailed;
import java.util.NoSuchElementException;
import java.util.Set;

/**
 * Why a publish cannot go on.
 *
 * @param words for people, without anything that is stored
 * @param passes whether it may pass by itself
 * @param mendable whether a record is in the way, which somebody can change
 */
record Obstacle(String words, boolean passes, boolean mendable) {
    /** Classes of SQLSTATE: connections, transactions that gave way, resources, locks, the operator's hand, the machine. */
    private static final Set<String> PASSING = Set.of("08", "40", "53", "55", "57", "58");

    private static final String INTEGRITY = "23";

    /** Says of a field's rule, by its name in the database, which records break it. */
    interface Breaking {
        String words(Field field, String constraint);
    }

    static Obstacle of(RuntimeException failure, Step step, AccountModel next, Breaking breaking) {
        String state = Connections.stateOf(failure);
        String kind = state.length() < 2 ? "" : state.substring(0, 2);
        String where = "The step " + step + " stopped"
                + (failure instanceof StatementFailed refused ? " at `" + refused.statement() + "`" : "")
                + (state.isEmpty() ? "" : " (SQLSTATE " + state + ")");
        if (failure instanceof RecordsInTheWay found) {
            return new Obstacle(where + ": " + breaking.words(found.field(), found.constraint()), false, true);
        }
        if (kind.equals(INTEGRITY)) {
            return new Obstacle(where + ": " + broken(failure, next, breaking), false, true);
        }
        boolean passes = state.isEmpty() ? !isOurs(failure) : PASSING.contains(kind);
        return new Obstacle(
                where
                        + (state.equals(LockRetry.LOCK_NOT_AVAILABLE)
                                ? ": somebody holds the table."
                                : passes ? "." : ": the database refuses it."),
                passes,
                false);
    }

    private static String broken(RuntimeException failure, AccountModel next, Breaking breaking) {
        String constraint = failure instanceof StatementFailed refused ? refused.constraint() : "";
        return RuleNames.fieldOf(constraint, next)
                .map(field -> breaking.words(field, constraint))
                .orElse("a record breaks a new rule"
                        + (constraint.isEmpty() ? "." : ", which the database calls " + constraint + "."));
    }

    /** A mistake in what a publish does is the same the next time; what the connection or the machine threw may not be. */
    private static boolean isOurs(RuntimeException failure) {
        return failure instanceof IllegalArgumentException
                || failure instanceof NullPointerException
                || failure instanceof NoSuchElementException
                || failure instanceof ClassCastException;
    }
}
