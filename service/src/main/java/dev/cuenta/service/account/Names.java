package dev.cuenta.service.account;

import dev.cuenta.core.account.AccountId;
import dev.cuenta.core.account.Scope;
import dev.cuenta.service.caller.Caller;
import dev.cuenta.store.live.LiveRevision;
import java.util.LinkedHashMap;
import java.util.Map;
import java.util.Set;

/** What accounts are called that something else speaks of. */
public final class Names {
    private Names() {}

    /**
     * In one statement.
     *
     * @return by id, in no order; without those that the caller may not read
     */
    public static Map<String, String> of(Set<AccountId> ids, Caller caller, LiveRevision revision, Scope scope) {
        Map<String, String> names = new LinkedHashMap<>();
        if (!ids.isEmpty()) {
            revision.read(scope, work -> Reach.readable(caller, ids, work))
                    .forEach(record -> names.put(
                            record.id().text(),
                            revision.projection().displayName(record, caller.viewer(revision.model(), record))));
        }
        return names;
    }
}
