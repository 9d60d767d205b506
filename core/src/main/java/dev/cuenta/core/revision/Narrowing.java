package dev.cuenta.core.revision;

import dev.cuenta.core.model.Field;
import dev.cuenta.core.type.Limits;
import java.util.Objects;
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

    /** Lower bounds tighten upwards (1), upper bounds downwards (-1). */
    private static <B extends Comparable<B>> boolean tightened(@Nullable B was, @Nullable B is, int direction) {
        return is != null && (was == null || Integer.signum(is.compareTo(was)) == direction);
    }
}
