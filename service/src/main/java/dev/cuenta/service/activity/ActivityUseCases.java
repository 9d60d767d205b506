package dev.cuenta.service.activity;

import dev.cuenta.core.account.AccountId;
import dev.cuenta.core.account.Scope;
import dev.cuenta.core.activity.Action;
import dev.cuenta.core.activity.Entry;
import dev.cuenta.core.finding.Nearest;
import dev.cuenta.core.permission.CuentaPermission;
import dev.cuenta.core.problem.Problem;
import dev.cuenta.service.account.Names;
import dev.cuenta.service.account.Reach;
import dev.cuenta.service.caller.Caller;
import dev.cuenta.store.activity.Activity;
import dev.cuenta.store.activity.Links;
import dev.cuenta.store.live.LiveRevision;
import dev.cuenta.store.live.LiveRevisions;
import dev.cuenta.wire.activity.ActivityPage;
import dev.cuenta.wire.activity.ActivityVerification;
import java.util.Arrays;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeSet;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Component;

/** Reading activity: all of it, or what was done to one account, for whoever may know. */
@Component
public final class ActivityUseCases {
    private static final int LONGEST_PAGE = 200;

    /** What a request asks for, as it was written. */
    record Request(
            @Nullable String account,
            @Nullable String person,
            @Nullable String service,
            @Nullable String action,
            int limit,
            @Nullable Long before) {}

    private final LiveRevisions live;
    private final Links links;

    ActivityUseCases(LiveRevisions live, Links links) {
        this.live = live;
        this.links = links;
    }

    /** All that the caller's permission reaches: what was done to accounts of the current tenant, or everything. */
    ActivityPage list(Caller caller, Request request) {
        return live.with(revision -> {
            Scope scope = caller.scope(CuentaPermission.ACTIVITY_READ, revision.model());
            return page(caller, revision, scope, query(request));
        });
    }

    private static Activity.Query query(Request request) {
        return new Activity.Query(
                id(request.account()),
                id(request.person()),
                request.service(),
                request.action() == null ? null : action(request.action()),
                request.before(),
                limit(request.limit()));
    }

    private static @Nullable AccountId id(@Nullable String text) {
        return text == null ? null : new AccountId(text);
    }

    /**
     * What was done to one account.
     *
     * @param id null for the caller's own
     */
    public ActivityPage of(Caller caller, @Nullable AccountId id, int limit, @Nullable Long before) {
        return live.with(revision -> {
            if (id != null && !caller.owns(id)) {
                caller.scope(CuentaPermission.ACTIVITY_READ, revision.model());
            }
            Reach reach = Reach.toRead(caller, id, revision.model());
            AccountId account =
                    revision.read(reach.scope(), work -> reach.read(work).id());
            return page(
                    caller,
                    revision,
                    reach.scope(),
                    new Activity.Query(account, null, null, null, before, limit(limit)));
        });
    }

    private static ActivityPage page(Caller caller, LiveRevision revision, Scope scope, Activity.Query query) {
        List<Entry> found = revision.read(scope, work -> new Activity(work).page(query));
        boolean more = found.size() > query.limit();
        List<Entry> shown = more ? found.subList(0, query.limit()) : found;
        EntryWire json = new EntryWire(revision, caller);
        return new ActivityPage(
                shown.stream().map(json::of).toList(),
                names(caller, revision, scope, shown),
                more ? shown.get(shown.size() - 1).number() : null);
    }

    private static Map<String, String> names(Caller caller, LiveRevision revision, Scope scope, List<Entry> shown) {
        Set<AccountId> ids = shown.stream()
                .flatMap(entry -> Stream.of(Optional.ofNullable(entry.account()), Optional.ofNullable(entry.person())))
                .flatMap(Optional::stream)
                .map(AccountId::new)
                .collect(Collectors.toSet());
        return Names.of(ids, caller, revision, scope);
    }

    private static int limit(int limit) {
        if (limit < 1 || limit > LONGEST_PAGE) {
            throw Problem.invalid("/limit", "range", "`limit` must be from 1 to " + LONGEST_PAGE + ".");
        }
        return limit;
    }

    private static Action action(String word) {
        Optional<Action> action = Action.ofWord(word);
        return action.orElseThrow(() -> Problem.invalid(
                "/action",
                "unknown",
                "There is no action `" + word + "`. "
                        + Nearest.advice(
                                word,
                                Arrays.stream(Action.values())
                                        .map(Action::word)
                                        .collect(Collectors.toCollection(TreeSet::new)))));
    }

    /** Follows the chain from its beginning. For whoever may know all of it. */
    ActivityVerification verify(Caller caller) {
        live.with(revision -> {
            caller.requireEverywhere(CuentaPermission.ACTIVITY_READ, revision.model());
            return revision;
        });
        Links.Report report = links.verify();
        return new ActivityVerification(
                report.entries(),
                report.waiting(),
                report.first(),
                report.last(),
                report.faults().stream()
                        .map(fault -> new ActivityVerification.Fault(fault.position(), fault.entry(), fault.what()))
                        .toList());
    }
}
