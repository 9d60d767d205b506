package dev.cuenta.store.account;

import dev.cuenta.core.model.Field;
import dev.cuenta.core.problem.Problem;
import dev.cuenta.core.problem.ProblemKind;
import dev.cuenta.store.schema.Shape;
import java.util.Locale;

/** Tells what the database refused as problems with fields. */
public final class Refusals {
    private final Shape shape;

    public Refusals(Shape shape) {
        this.shape = shape;
    }

    /** The problem behind a violated constraint. */
    public Problem by(String constraint) {
        String name = constraint.replace("\"", "");
        return shape.uniqueField(name)
                .map(Refusals::taken)
                .or(() -> shape.referringField(name).map(Refusals::gone))
                .orElseGet(
                        () -> Problem.of(
                                ProblemKind.CONFLICT,
                                "A rule of the account model refuses the values: it is being changed just now, or was changed in the database. Try again, and look at: cuenta model verify"));
    }

    static Problem gone(Field field) {
        return Problem.invalid(
                field.path().pointer(), "account", "There is no such account. Look it up: cuenta accounts list");
    }

    private static Problem taken(Field field) {
        String label = field.label().toLowerCase(Locale.ROOT);
        return Problem.taken(
                field.path().pointer(),
                field.uniqueWithinTenant()
                        ? "Another account of the tenant has this " + label + " already. Choose another."
                        : "Another account has this " + label
                                + " already. Choose another, or sign in to that account.");
    }
}
