package dev.cuenta.store.compare;

import dev.cuenta.core.account.AccountId;
import dev.cuenta.core.revision.StoredRecords.InTheWay;
import java.util.ArrayList;
import java.util.List;

/** Counts records, and keeps whose the first few are. */
final class FirstFew {
    private final List<AccountId> accounts = new ArrayList<>();
    private long count;

    void add(AccountId account) {
        count++;
        if (accounts.size() < KeysInTheWay.SHOWN) {
            accounts.add(account);
        }
    }

    InTheWay inTheWay() {
        return count == 0 ? InTheWay.NONE : new InTheWay(count, accounts);
    }
}
