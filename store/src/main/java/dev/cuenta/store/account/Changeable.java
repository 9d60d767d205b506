package dev.cuenta.store.account;

import dev.cuenta.core.account.AccountId;
import dev.cuenta.core.account.AccountRecord;
import dev.cuenta.core.problem.Problem;
import org.jspecify.annotations.Nullable;

/**
 * An account that is locked for a change, until the transaction ends. Only {@link Accounts#findForChange} gives one, and only
 * after a {@link ChangeGuard} has looked.
 */
public final class Changeable {
    private final AccountRecord record;
    private final @Nullable Problem refusal;

    Changeable(AccountRecord record, @Nullable Problem refusal) {
        this.record = record;
        this.refusal = refusal;
    }

    public AccountId id() {
        return record.id();
    }

    /** With its roles and memberships everywhere. */
    public AccountRecord record() {
        return record;
    }

    /**
     * The account, for somebody who may decide who enters it and what it may do.
     *
     * @throws Problem FORBIDDEN for whoever may not
     */
    public Controlled controlled() {
        if (refusal != null) {
            throw refusal;
        }
        return new Controlled(record.id());
    }
}
