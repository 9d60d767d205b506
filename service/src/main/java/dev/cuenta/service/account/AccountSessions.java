package dev.cuenta.service.account;

import dev.cuenta.core.account.AccountId;
import dev.cuenta.core.activity.Action;
import dev.cuenta.core.problem.Problem;
import dev.cuenta.core.problem.ProblemKind;
import dev.cuenta.service.Settings;
import dev.cuenta.service.body.Given;
import dev.cuenta.service.caller.Caller;
import dev.cuenta.service.message.Notices;
import dev.cuenta.store.account.Changeable;
import dev.cuenta.store.account.Controlled;
import dev.cuenta.store.activity.Activity;
import dev.cuenta.store.live.LiveRevisions;
import dev.cuenta.store.live.Work;
import dev.cuenta.store.message.Message;
import dev.cuenta.store.secondfactor.SecondFactors;
import dev.cuenta.store.session.Sessions;
import dev.cuenta.wire.session.OpenSession;
import java.util.List;
import java.util.Map;
import java.util.UUID;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Component;

/** Seeing where an account is signed in, and ending that: by its owner, and by whoever may change it. */
@Component
final class AccountSessions {
    private final LiveRevisions live;
    private final Settings settings;

    AccountSessions(LiveRevisions live, Settings settings) {
        this.live = live;
        this.settings = settings;
    }

    /**
     * Those that are open, the one that was used last first.
     *
     * @param id null for the caller's own
     */
    List<OpenSession> list(Caller caller, @Nullable AccountId id) {
        return live.with(revision -> {
            Reach reach = Reach.toRead(caller, id, revision.model());
            return revision.read(
                    reach.scope(),
                    work -> new Sessions(work)
                            .of(reach.read(work).id(), settings.sessionIdle()).stream()
                                    .map(session -> new OpenSession(
                                            session.id(),
                                            session.created(),
                                            session.lastUsed(),
                                            session.expires(),
                                            session.agent(),
                                            session.id().equals(caller.session())))
                                    .toList());
        });
    }

    /** For somebody who lost it: takes the second factor away, and ends every session. */
    void removeSecondFactor(Caller caller, AccountId id) {
        boolean had = live.with(revision -> {
            Reach reach = Reach.toChange(caller, id, revision.model());
            return revision.write(reach.scope(), work -> removeSecondFactor(caller, reach.change(work), work));
        });
        if (!had) {
            throw Problem.of(ProblemKind.NOT_FOUND, "This account has no second factor that you could take away.");
        }
    }

    private static boolean removeSecondFactor(Caller caller, Changeable account, Work work) {
        Controlled controlled = account.controlled();
        boolean removed = !caller.owns(account.id()) && new SecondFactors(work).remove(controlled);
        if (removed) {
            new Sessions(work).endAll(controlled);
            new Activity(work).add(Action.SECOND_FACTOR_REMOVED, account.id(), caller.origin());
            Notices.tell(work, account.id(), Message.Purpose.SECOND_FACTOR_REMOVED);
        }
        return removed;
    }

    /** Ends one, at once and on every instance. */
    void end(Caller caller, @Nullable AccountId id, String session) {
        boolean ended = live.with(revision -> {
            Reach reach = Reach.toChange(caller, id, revision.model());
            return revision.write(
                    reach.scope(),
                    work -> Given.uuid(session)
                            .filter(it -> end(caller, reach.change(work).controlled(), it, work))
                            .isPresent());
        });
        if (!ended) {
            throw Problem.of(ProblemKind.NOT_FOUND, "There is no such session. It may have ended.");
        }
    }

    /** Ends all of them, the caller's present one too; says how many there were. */
    int endAll(Caller caller, @Nullable AccountId id) {
        return live.with(revision -> {
            Reach reach = Reach.toChange(caller, id, revision.model());
            return revision.write(reach.scope(), work -> {
                Controlled account = reach.change(work).controlled();
                int ended = new Sessions(work).endAll(account);
                new Activity(work).add(Action.SESSIONS_ENDED, account.id(), caller.origin(), Map.of("count", ended));
                return ended;
            });
        });
    }

    private static boolean end(Caller caller, Controlled account, UUID session, Work work) {
        boolean ended = new Sessions(work).end(account, session);
        if (ended) {
            new Activity(work).add(Action.SESSIONS_ENDED, account.id(), caller.origin(), Map.of("count", 1));
        }
        return ended;
    }
}
