package dev.cuenta.wire.model;

import java.util.List;
import org.jspecify.annotations.Nullable;

/**
 * One thing that publishing would change.
 *
 * @param consequence what that means for whoever uses the accounts
 * @param records how many it concerns
 * @param examples of stored values that break the new rule; masked where the field is not open
 * @param toAllow whether it is only published when it is allowed by its name
 * @param accounts some of those whose values are in the way, as far as the caller may read them
 * @param filter that finds all of them
 */
public record ModelChange(
        String name,
        String path,
        Effect effect,
        String what,
        String consequence,
        long records,
        List<String> examples,
        boolean toAllow,
        @Nullable List<Account> accounts,
        @Nullable String filter) {
    /** One whose values are in the way. */
    public record Account(String id, @Nullable String displayName) {}
}
