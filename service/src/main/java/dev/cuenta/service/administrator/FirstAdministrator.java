package dev.cuenta.service.administrator;

import dev.cuenta.core.account.AccountId;
import dev.cuenta.core.account.Scope;
import dev.cuenta.core.activity.Action;
import dev.cuenta.core.model.Kind;
import dev.cuenta.core.model.Role;
import dev.cuenta.core.problem.Problem;
import dev.cuenta.core.problem.ProblemKind;
import dev.cuenta.service.account.NewAccounts;
import dev.cuenta.service.caller.Caller;
import dev.cuenta.store.account.Accounts;
import dev.cuenta.store.activity.Activity;
import dev.cuenta.store.live.LiveRevisions;
import dev.cuenta.store.role.Administrators;
import dev.cuenta.store.role.Giver;
import java.time.Clock;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import org.springframework.stereotype.Component;

/** Makes the first administrator: only with the installation key, and only while there is none. */
@Component
final class FirstAdministrator {
    private final LiveRevisions live;
    private final NewAccounts newAccounts;
    private final Clock clock;

    FirstAdministrator(LiveRevisions live, NewAccounts newAccounts, Clock clock) {
        this.live = live;
        this.newAccounts = newAccounts;
        this.clock = clock;
    }

    Map<String, Object> create(Caller caller, Map<String, Object> body) {
        if (caller.account() != null) {
            throw Problem.of(ProblemKind.FORBIDDEN, "The first administrator is made with the installation key.");
        }
        return live.with(revision -> {
            Map<String, Object> rest = new LinkedHashMap<>(body);
            if (rest.get("password") == null) {
                throw Problem.invalid("/password", "required", "`password` is required.");
            }
            Object given = rest.remove("kind");
            Kind kind = revision.model()
                    .kinds()
                    .getOrDefault(String.valueOf(given), revision.model().defaultKind());
            Role role = revision.model().administeringRoles().stream()
                    .filter(it -> !it.withinTenant())
                    .findFirst()
                    .orElseThrow();
            NewAccounts.Prepared prepared =
                    newAccounts.forSeed(revision, kind, rest, Set.of(role), List.of(), clock.instant(), Giver.CUENTA);
            return revision.write(Scope.EVERYWHERE, work -> {
                if (new Administrators(work).lock() > 0) {
                    throw Problem.of(ProblemKind.CONFLICT, "There is an administrator already. They can make others.");
                }
                AccountId id = newAccounts.store(prepared, work);
                new Activity(work).add(Action.ACCOUNT_ADDED, id, caller.origin(), Map.of("role", role.name()));
                return revision.projection()
                        .project(new Accounts(work).find(id).orElseThrow(), caller.viewer(revision.model()), Set.of());
            });
        });
    }
}
