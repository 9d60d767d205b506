package dev.cuenta.service.password;

import dev.cuenta.core.account.Scope;
import dev.cuenta.service.job.Job;
import dev.cuenta.service.message.Notices;
import dev.cuenta.store.account.Accounts;
import dev.cuenta.store.live.LiveRevisions;
import dev.cuenta.store.live.Work;
import dev.cuenta.store.message.Message;
import dev.cuenta.store.session.ResetRequests;
import java.util.Optional;
import org.springframework.stereotype.Component;

/** Finds out who asked for a link to choose another password, and has it sent. */
@Component
final class ResetRequestsJob implements Job {
    private final LiveRevisions live;

    ResetRequestsJob(LiveRevisions live) {
        this.live = live;
    }

    @Override
    public String title() {
        return "Looking for whom a new password was asked for";
    }

    @Override
    public void carryOn() {
        boolean more = true;
        while (more) {
            more = live.with(revision -> revision.write(Scope.EVERYWHERE, ResetRequestsJob::next));
        }
    }

    private static boolean next(Work work) {
        Optional<String> next = new ResetRequests(work).take();
        next.flatMap(new Accounts(work)::bySignIn)
                .ifPresent(account -> Notices.tell(work, account, Message.Purpose.RESET));
        return next.isPresent();
    }
}
