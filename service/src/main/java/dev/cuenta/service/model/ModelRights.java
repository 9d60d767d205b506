package dev.cuenta.service.model;

import dev.cuenta.core.permission.CuentaPermission;
import dev.cuenta.service.caller.Caller;
import dev.cuenta.store.live.LiveRevisions;
import org.springframework.stereotype.Component;

/** Who may look at models, and who may change them. */
@Component
final class ModelRights {
    private final LiveRevisions live;

    ModelRights(LiveRevisions live) {
        this.live = live;
    }

    /** Before the first revision there are no roles yet, and only the installation key's holder gets this far. */
    void require(Caller caller, CuentaPermission permission) {
        if (live.present()) {
            live.with(revision -> {
                caller.requireEverywhere(permission, revision.model());
                return revision;
            });
        }
    }
}
