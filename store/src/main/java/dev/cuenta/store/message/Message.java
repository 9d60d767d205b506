package dev.cuenta.store.message;

import dev.cuenta.core.account.AccountId;
import dev.cuenta.core.model.FieldPath;
import java.time.Instant;
import java.util.UUID;

/**
 * A message that is to be sent. It has no text and no secret yet: both are made when it goes out.
 *
 * @param field whose value is the address
 * @param address where it goes instead; empty for the field's present value
 * @param attempts how often it was tried, this time included
 * @param claimedUntil nobody else has it before that moment; also what tells this claim from a later one
 */
public record Message(
        UUID id,
        AccountId account,
        Purpose purpose,
        FieldPath field,
        String address,
        int attempts,
        Instant claimedUntil) {
    /** What somebody is written about. */
    public enum Purpose {
        /** That the address is theirs; proven by a link. */
        CONFIRM,
        /** That they want another password; proven by a link. */
        RESET,
        /** That the account is reached at another address now. */
        ADDRESS_LEFT,
        /** That the account is reached at this address now. */
        ADDRESS_TAKEN,
        PASSWORD_CHANGED,
        SECOND_FACTOR_REMOVED,
        /** That somebody signs up with an address that has an account. */
        SIGN_UP_REPEATED,
        /** That many wrong passwords were tried. */
        SIGN_IN_PAUSED;

        /** Whether the message carries a link that proves something. */
        public boolean proves() {
            return this == CONFIRM || this == RESET;
        }
    }

    /** Neither whose it is nor where it goes. */
    @Override
    public String toString() {
        return purpose + " " + id;
    }
}
