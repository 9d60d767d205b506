package dev.cuenta.service.retention;

import dev.cuenta.core.model.RetentionRule;
import dev.cuenta.core.retention.Selection;
import dev.cuenta.store.account.Accounts;
import dev.cuenta.store.live.Work;
import dev.cuenta.store.retention.RetentionRuns;
import java.time.Instant;
import org.jspecify.annotations.Nullable;

/**
 * How much a rule would take at one moment.
 *
 * @param matched how many accounts are due
 * @param atMost how many one run takes without being allowed to take more
 */
record Measured(RetentionRule rule, Selection selection, long matched, long atMost) {
    static Measured of(RetentionRule rule, Instant now, Work work) {
        Selection selection = Selection.of(work.revision().model(), rule, now);
        Accounts accounts = new Accounts(work);
        return new Measured(rule, selection, accounts.count(selection.condition()), atMost(rule, accounts));
    }

    /** How many accounts one run of the rule takes without being allowed to take more. */
    static long atMost(RetentionRule rule, Accounts accounts) {
        return rule.atMost().of(accounts.countUpTo(rule.atMost().decidedBy(), null));
    }

    boolean isOver() {
        return matched > atMost;
    }

    /** @param due the moment of the rule's schedule; null where somebody runs it */
    RetentionRuns.Wanted run(String author, @Nullable Instant due, boolean allowed) {
        return new RetentionRuns.Wanted(rule, selection.cutoff(), author, matched, atMost, due, allowed);
    }
}
