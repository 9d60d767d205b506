package dev.cuenta.service.sharing;

import dev.cuenta.core.account.AccountId;
import dev.cuenta.core.account.Scope;
import dev.cuenta.core.activity.Action;
import dev.cuenta.core.finding.Nearest;
import dev.cuenta.core.model.AccountModel;
import dev.cuenta.core.model.Service;
import dev.cuenta.core.permission.CuentaPermission;
import dev.cuenta.core.problem.Problem;
import dev.cuenta.core.problem.ProblemKind;
import dev.cuenta.service.account.Reach;
import dev.cuenta.service.caller.Caller;
import dev.cuenta.store.activity.Activity;
import dev.cuenta.store.live.LiveRevisions;
import dev.cuenta.store.live.Work;
import dev.cuenta.store.sharing.Dependents;
import dev.cuenta.wire.account.Dependent;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Component;

/** What of the team's services hangs on accounts. A service speaks of its own records, people of all. */
@Component
final class DependentUseCases {
    private static final int LONGEST_KEY = 200;

    private final LiveRevisions live;

    DependentUseCases(LiveRevisions live) {
        this.live = live;
    }

    List<Dependent> list(Caller caller, AccountId id) {
        return live.with(revision -> {
            Reach reach = Reach.toRead(caller, id, revision.model());
            return revision.read(
                    reach.scope(),
                    work -> new Dependents(work)
                            .of(reach.read(work).id(), serviceOf(caller)).stream()
                                    .map(dependent -> new Dependent(
                                            dependent.service(),
                                            dependent.sort(),
                                            dependent.key(),
                                            dependent.registered()))
                                    .toList());
        });
    }

    /** Notes that the service's record hangs on the account, from now on; a second time changes nothing. */
    void register(Caller caller, AccountId id, String sort, String key) {
        live.with(revision -> {
            String service = declaring(caller, sort, revision.model());
            if (key.isEmpty() || key.length() > LONGEST_KEY) {
                throw Problem.invalid("", "key", "A record's key has 1 to " + LONGEST_KEY + " characters.");
            }
            Reach reach = Reach.toRead(caller, id, revision.model());
            return revision.write(reach.scope(), work -> {
                AccountId account = reach.read(work).id();
                new Dependents(work).register(account, service, sort, key);
                return account;
            });
        });
    }

    void release(Caller caller, AccountId id, String sort, String key) {
        boolean released = live.with(revision -> {
            String service = declaring(caller, sort, revision.model());
            Reach reach = Reach.toRead(caller, id, revision.model());
            return revision.write(
                    reach.scope(),
                    work -> new Dependents(work).release(reach.read(work).id(), service, sort, key));
        });
        if (!released) {
            throw Problem.of(ProblemKind.NOT_FOUND, "No such record hangs on the account.");
        }
    }

    /** Moves what hangs on the account to another one; tells how much that was. */
    int move(Caller caller, AccountId from, AccountId to) {
        return live.with(revision -> {
            Scope scope = caller.scope(
                    caller.service() == null ? CuentaPermission.ACCOUNTS_WRITE : CuentaPermission.ACCOUNTS_READ,
                    revision.model());
            return revision.write(scope, work -> {
                AccountId target = held(caller, to, work);
                int moved = new Dependents(work).move(held(caller, from, work), target, serviceOf(caller));
                new Activity(work)
                        .add(
                                Action.DEPENDENTS_MOVED,
                                from,
                                caller.origin(),
                                Map.of("to", target.text(), "count", moved));
                return moved;
            });
        });
    }

    /** Reaching it is enough: nothing of the account itself is changed. */
    private static AccountId held(Caller caller, AccountId id, Work work) {
        return Reach.toRead(caller, id, work.revision().model()).read(work).id();
    }

    private static @Nullable String serviceOf(Caller caller) {
        return caller.service() == null ? null : caller.service().grant().service();
    }

    private static String declaring(Caller caller, String sort, AccountModel model) {
        String name = Optional.ofNullable(serviceOf(caller))
                .orElseThrow(() -> Problem.of(
                        ProblemKind.FORBIDDEN,
                        "Only a service says what hangs on an account; it does so with its key."));
        Service service = Objects.requireNonNull(model.services().get(name));
        if (!service.dependents().containsKey(sort)) {
            throw Problem.of(
                    ProblemKind.NOT_FOUND,
                    "The contract of `" + name + "` declares no dependents `" + sort + "`. "
                            + Nearest.advice(sort, service.dependents().keySet()));
        }
        return name;
    }
}
