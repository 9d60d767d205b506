package dev.cuenta.store.role;

import dev.cuenta.core.account.AccountId;
import org.jspecify.annotations.Nullable;

/**
 * Who gives a role, takes part in giving it, or stands behind it.
 *
 * @param author as activity names them: an account's id, or a word for what else gives roles
 * @param person null where no person is signed in
 * @param alone whether nobody else needs to approve what they give: only whoever holds the installation key, and Cuenta itself
 */
public record Giver(String author, @Nullable AccountId person, boolean alone) {
    /** What the model gives by itself, and what is brought in before there are people. */
    public static final Giver CUENTA = new Giver("Cuenta itself", null, true);
}
