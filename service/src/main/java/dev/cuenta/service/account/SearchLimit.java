package dev.cuenta.service.account;

import dev.cuenta.core.account.AccountQuery;
import dev.cuenta.core.account.AccountRecord;
import dev.cuenta.core.account.Condition;
import dev.cuenta.core.account.Needs;
import dev.cuenta.core.account.Unindexed;
import dev.cuenta.core.problem.Problem;
import dev.cuenta.service.Settings;
import dev.cuenta.store.account.Accounts;
import dev.cuenta.store.database.Connections;
import dev.cuenta.store.live.Work;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.function.Supplier;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Component;

/** Looks for accounts, and gives up in time where the database would have to look at every one. */
@Component
final class SearchLimit {
    /** So many are looked at in no time. */
    private static final int FEW = 10_000;

    private final Settings settings;

    SearchLimit(Settings settings) {
        this.settings = settings;
    }

    /** @throws Problem INVALID naming what no index helps with, when it took too long */
    List<AccountRecord> page(AccountQuery query, Needs needs, Work work) {
        Set<String> unindexed = Unindexed.in(query);
        Supplier<List<AccountRecord>> question = () -> new Accounts(work).page(query, needs);
        return unindexed.isEmpty()
                ? question.get()
                : bounded(
                        question,
                        work,
                        () -> tooMany(unindexed, Unindexed.in(query.condition()).isEmpty() ? "/sort" : "/filter"));
    }

    /**
     * How many there are.
     *
     * @param most where counting may end, one beyond it; null for nowhere
     * @throws Problem INVALID when it took too long
     */
    long count(@Nullable Condition condition, @Nullable Integer most, Work work) {
        Set<String> unindexed = Unindexed.in(condition);
        Accounts accounts = new Accounts(work);
        Supplier<Long> question = () -> most == null ? accounts.count(condition) : accounts.countUpTo(most, condition);
        return condition == null
                ? question.get()
                : bounded(question, work, () -> unindexed.isEmpty() ? tooManyToCount() : tooMany(unindexed, "/filter"));
    }

    /** What there is to know of a question before it is asked; nothing as long as there are few accounts. */
    Optional<String> caution(AccountQuery query, Work work) {
        Set<String> unindexed = Unindexed.in(query);
        return unindexed.isEmpty() || new Accounts(work).countUpTo(FEW, null) <= FEW
                ? Optional.empty()
                : Optional.of("No index helps with " + Unindexed.named(unindexed)
                        + ": every account is looked at, and that is given up after " + longest() + ".");
    }

    private <T> T bounded(Supplier<T> question, Work work, Supplier<Problem> givenUp) {
        work.limitStatements(settings.longestSearch());
        try {
            return question.get();
        } catch (RuntimeException failure) {
            throw Connections.isGivenUp(failure) ? givenUp.get() : failure;
        }
    }

    private Problem tooMany(Set<String> unindexed, String pointer) {
        return Problem.invalid(
                pointer,
                "unindexed",
                "There are too many accounts to look at each: this was given up after " + longest()
                        + ". No index helps with " + Unindexed.named(unindexed)
                        + ". Filter by something indexed as well, or have the model give it one: `indexed: true` to compare and"
                        + " sort, `search: true` for co with three letters or more.");
    }

    private Problem tooManyToCount() {
        return Problem.invalid(
                "/filter",
                "many",
                "More accounts meet the filter than are counted within " + longest()
                        + ". Narrow it, such as by meta.created.");
    }

    private String longest() {
        return settings.longestSearch().toMillis() / 1000.0 + " seconds";
    }
}
