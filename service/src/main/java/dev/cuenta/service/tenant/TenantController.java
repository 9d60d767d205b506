package dev.cuenta.service.tenant;

import dev.cuenta.core.account.AccountId;
import dev.cuenta.core.account.AccountRecord.Membership;
import dev.cuenta.service.session.Caller;
import dev.cuenta.store.revision.LiveRevisions;
import dev.cuenta.store.tenant.Tenants;
import java.util.List;
import java.util.Map;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RestController;

@RestController
@RequestMapping("/v1/tenants")
final class TenantController {
    private static final int SHOWN = 1000;

    private final LiveRevisions live;

    TenantController(LiveRevisions live) {
        this.live = live;
    }

    /** The caller's own tenants; every tenant for whoever may do everything. Oldest first. */
    @GetMapping
    Map<String, Object> list(Caller caller) {
        return live.with(revision -> revision.read(work -> {
            Tenants tenants = new Tenants(work);
            boolean everything = caller.may("tenants.read", revision.model());
            AccountId own = caller.account();
            List<Membership> found = everything || own == null ? tenants.list(SHOWN) : tenants.of(own);
            return Map.of(
                    "items",
                    found.stream()
                            .map(tenant -> Map.of("id", tenant.id().toString(), "name", tenant.name()))
                            .toList());
        }));
    }
}
