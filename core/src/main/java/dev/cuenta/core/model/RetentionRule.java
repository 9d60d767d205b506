package dev.cuenta.core.model;

import dev.cuenta.core.filter.Filter;
import org.jspecify.annotations.Nullable;

/**
 * Which accounts go, when, and how.
 *
 * @param where the accounts it is about; null for all
 * @param whereText the same as it was written
 * @param since the date or instant from which {@code after} is counted: a field, {@code meta.created} or
 *     {@code meta.lastModified}
 * @param schedule when it runs by itself; null for never
 */
public record RetentionRule(
        String name,
        @Nullable Filter where,
        String whereText,
        Span after,
        String since,
        Action action,
        @Nullable Schedule schedule) {
    /** What happens to an account whose time has come. */
    public enum Action {
        /** It goes, with everything that hangs on it. */
        DELETE,
        /** It stays, without what tells whose it was. */
        ANONYMISE,
        /** It is put aside, out of everyone's reach, and can be brought back. */
        ARCHIVE
    }
}
