package dev.cuenta.store.account;

import dev.cuenta.core.account.AccountId;
import dev.cuenta.core.account.AccountRecord;
import dev.cuenta.core.account.TenantId;
import dev.cuenta.core.problem.Problem;
import java.util.function.Supplier;

/**
 * An account that is locked for a change, until the transaction ends. Only {@link Accounts#findForChange} gives one, and only
 * after a {@link ChangeGuard} has looked.
 */
public final class Changeable {
    private final AccountRecord record;
    private final Supplier<AccountRecord> whole;
    private final ChangeGuard guard;

    /** @param whole the record with the roles that are yet to start: whoever takes hold of the account now has them then */
    Changeable(AccountRecord record, Supplier<AccountRecord> whole, ChangeGuard guard) {
        this.record = record;
        this.whole = whole;
        this.guard = guard;
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
        require(whole.get());
        return new Controlled(record.id());
    }

    /**
     * What the account is in one tenant, for somebody who may decide about that: what it has elsewhere does not count.
     *
     * @throws Problem FORBIDDEN for whoever may not
     */
    public ControlledWithin controlledWithin(TenantId tenant) {
        require(whole.get().onlyIn(tenant));
        return new ControlledWithin(record.id(), tenant);
    }

    private void require(AccountRecord all) {
        guard.refusal(all).ifPresent(refusal -> {
            throw refusal;
        });
    }
}
