package dev.cuenta.core.revision;

import dev.cuenta.core.model.Field;
import dev.cuenta.core.type.Limits;
import java.util.ArrayList;
import java.util.List;
import java.util.Objects;
import java.util.Optional;
import org.jspecify.annotations.Nullable;

/** Whether a field's limits refuse something that they allowed before. */
public final class Narrowing {
    private Narrowing() {}

    public static boolean narrower(Field before, Field after) {
        Limits was = before.limits();
        Limits is = after.limits();
        return tightened(was.minLength(), is.minLength(), 1)
                || tightened(was.maxLength(), is.maxLength(), -1)
                || tightened(was.min(), is.min(), 1)
                || tightened(was.max(), is.max(), -1)
                || is.maxItems() < was.maxItems()
                || is.maxBytes() < was.maxBytes()
                || !is.options().containsAll(was.options())
                || (is.pattern() != null && !Objects.equals(is.pattern(), was.pattern()));
    }

    /** The filter that finds the values which the new limits refuse; empty where no filter can say so. */
    static Optional<String> filter(Field before, Field after) {
        Limits was = before.limits();
        Limits is = after.limits();
        boolean sayable = before.type().equals(after.type())
                && !before.secret()
                && !before.column().many()
                && is.equals(new Limits(
                        was.minLength(),
                        was.maxLength(),
                        is.min(),
                        is.max(),
                        was.precision(),
                        was.scale(),
                        is.options(),
                        was.pattern(),
                        was.caseExact(),
                        was.maxItems(),
                        was.maxBytes(),
                        was.keep()));
        if (!sayable) {
            return Optional.empty();
        }
        List<String> refused = new ArrayList<>();
        if (tightened(was.min(), is.min(), 1)) {
            refused.add(
                    before.path() + " lt " + Objects.requireNonNull(is.min()).toPlainString());
        }
        if (tightened(was.max(), is.max(), -1)) {
            refused.add(
                    before.path() + " gt " + Objects.requireNonNull(is.max()).toPlainString());
        }
        was.options().stream()
                .filter(option -> !is.options().contains(option))
                .forEach(option -> refused.add(before.path() + " eq \"" + option + "\""));
        return refused.isEmpty() ? Optional.empty() : Optional.of(String.join(" or ", refused));
    }

    /** Lower bounds tighten upwards (1), upper bounds downwards (-1). */
    private static <B extends Comparable<B>> boolean tightened(@Nullable B was, @Nullable B is, int direction) {
        return is != null && (was == null || Integer.signum(is.compareTo(was)) == direction);
    }
}
