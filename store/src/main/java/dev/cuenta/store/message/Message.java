package dev.cuenta.store.message;

import dev.cuenta.core.account.AccountId;
import dev.cuenta.core.model.FieldPath;
import java.util.UUID;

/**
 * A message that is to be sent. It has no text and no secret yet: both are made when it goes out.
 *
 * @param field whose value is the address
 * @param attempts how often it was tried before
 */
public record Message(UUID id, AccountId account, Purpose purpose, FieldPath field, int attempts) {
    /** What somebody is written about. */
    public enum Purpose {
        /** That the address is theirs. */
        CONFIRM,
        /** That they want another password. */
        RESET
    }
}
