package dev.cuenta.service.session;

import dev.cuenta.core.account.AccountId;
import dev.cuenta.core.account.AccountRecord;
import dev.cuenta.core.model.Field;
import dev.cuenta.store.account.Accounts;
import dev.cuenta.store.message.Message;
import dev.cuenta.store.message.Messages;
import dev.cuenta.store.revision.Work;
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
                .filter(field -> field.type().name().equals("email"))
                .filter(field -> record.values().get(field.path()) != null)
                .findFirst();
    }
}
