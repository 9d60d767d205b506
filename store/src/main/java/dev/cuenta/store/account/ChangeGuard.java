package dev.cuenta.store.account;

import dev.cuenta.core.account.AccountRecord;
import dev.cuenta.core.problem.Problem;
import java.util.Optional;

/** Knows whose account somebody may take hold of. An account is locked for a change in its presence only. */
@FunctionalInterface
public interface ChangeGuard {
    /** For Cuenta's own hand: what the model's rules do, and what an account's owner set going. */
    ChangeGuard CUENTA = whole -> Optional.empty();

    /**
     * Why the asker may not decide who enters the account; empty when they may.
     *
     * @param whole with its roles and memberships everywhere, whatever the scope of the work
     */
    Optional<Problem> refusal(AccountRecord whole);
}
