package dev.cuenta.service.model;

import dev.cuenta.core.account.AccountId;
import dev.cuenta.core.account.Attributes;
import dev.cuenta.core.permission.CuentaPermission;
import dev.cuenta.core.revision.Change;
import dev.cuenta.core.revision.Diff;
import dev.cuenta.service.account.Names;
import dev.cuenta.service.caller.Caller;
import dev.cuenta.store.live.LiveRevision;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.stream.Collectors;

/**
 * Whose records are in the way of a change, as far as somebody may read accounts.
 *
 * @param names by id
 * @param filtered paths of fields by which they may filter
 */
record InTheWay(Map<String, String> names, Set<String> filtered) {
    static final InTheWay NOBODY = new InTheWay(Map.of(), Set.of());

    static InTheWay of(Diff diff, Caller caller, LiveRevision revision) {
        Set<AccountId> accounts = diff.changes().stream()
                .flatMap(change -> change.accounts().stream())
                .collect(Collectors.toSet());
        if (accounts.isEmpty() || !caller.may(CuentaPermission.ACCOUNTS_READ, revision.model())) {
            return NOBODY;
        }
        Attributes attributes = Attributes.of(
                revision.model(), field -> revision.matrix().reads(caller.viewer(revision.model()), field));
        return new InTheWay(
                Names.of(accounts, caller, revision, caller.scope(CuentaPermission.ACCOUNTS_READ, revision.model())),
                diff.changes().stream()
                        .map(Change::path)
                        .filter(path -> attributes.find(path).isPresent())
                        .collect(Collectors.toSet()));
    }

    /** The first accounts of the change that may be named, by their ids. */
    List<String> of(Change change) {
        return change.accounts().stream()
                .map(AccountId::text)
                .filter(names::containsKey)
                .distinct()
                .toList();
    }

    /** Finds all of the change's accounts where a filter can say which they are, or else those that are named. */
    String filter(Change change) {
        return change.filter().isEmpty() || !filtered.contains(change.path())
                ? of(change).stream().map(id -> "id eq \"" + id + "\"").collect(Collectors.joining(" or "))
                : change.filter();
    }
}
