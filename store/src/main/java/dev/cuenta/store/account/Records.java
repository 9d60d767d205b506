package dev.cuenta.store.account;

import dev.cuenta.core.account.AccountId;
import dev.cuenta.core.account.AccountRecord;
import dev.cuenta.core.account.AccountRecord.GivenRole;
import dev.cuenta.core.account.Needs;
import dev.cuenta.store.live.Work;
import java.util.List;
import java.util.Map;
import java.util.Optional;

/** Reads accounts, each in one statement with all that is needed of it. */
final class Records {
    private final Work work;

    Records(Work work) {
        this.work = work;
    }

    Optional<AccountRecord> read(AccountId id) {
        return plans().whole().read(id, work);
    }

    /** Keeps it from being changed by others until the transaction ends. */
    Optional<AccountRecord> lock(AccountId id) {
        return plans().whole().lock(id, work);
    }

    /** What the account was given that is yet to start, everywhere. */
    List<GivenRole> upcomingRoles(AccountId id) {
        String question = "select " + RecordPlan.UPCOMING_ROLES + " as roles from accounts.account a where a.id = ?";
        return work
                .everywhere(() -> work.ask(
                        question, List.of(work.keys().of(id)), (row, index) -> Optional.ofNullable(row.getString(1))))
                .stream()
                .flatMap(Optional::stream)
                .flatMap(roles -> RecordPlan.roles(roles, work.revision().model()).stream())
                .toList();
    }

    List<AccountRecord> read(PageSql page) {
        return plans().whole().read(page, work);
    }

    Optional<AccountRecord> read(AccountId id, Needs needs) {
        return plans().of(needs).read(id, work);
    }

    List<AccountRecord> read(PageSql page, Needs needs) {
        return plans().of(needs).read(page, work);
    }

    Map<String, AccountRecord> lookUp(String keys, List<Object> parameters, Needs needs) {
        return plans().of(needs).lookUp(keys, parameters, work);
    }

    private RecordPlans plans() {
        return work.revision().planned(RecordPlans.class, RecordPlans::new);
    }
}
