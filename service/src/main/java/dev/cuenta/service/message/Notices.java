package dev.cuenta.service.message;

import dev.cuenta.core.account.AccountId;
import dev.cuenta.core.account.AccountRecord;
import dev.cuenta.core.model.Field;
import dev.cuenta.core.type.FieldType.Delivery;
import dev.cuenta.store.account.Accounts;
import dev.cuenta.store.live.Work;
import dev.cuenta.store.message.Message;
import dev.cuenta.store.message.Messages;
import java.util.Optional;

/** Writes to an account's owner about what was done to their way in. */
public final class Notices {
    private Notices() {}

    /** Writes to the first address that the account signs in with; to nobody where it has none. */
    public static void tell(Work work, AccountId account, Message.Purpose purpose) {
        addressOf(work, account).ifPresent(field -> new Messages(work).ask(account, purpose, field.path()));
    }

    /** The first address that the account signs in with. */
    private static Optional<Field> addressOf(Work work, AccountId account) {
        AccountRecord record = new Accounts(work).find(account).orElseThrow();
        return work.revision().model().signInFields().stream()
                .filter(field -> field.type().isReachedBy(Delivery.MAIL))
                .filter(field -> record.values().get(field.path()) != null)
                .findFirst();
    }
}
