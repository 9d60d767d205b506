package dev.cuenta.service.tenant;

import dev.cuenta.core.account.Scope;
import dev.cuenta.core.account.TenantId;
import dev.cuenta.service.caller.TenantRequests;
import dev.cuenta.service.job.Job;
import dev.cuenta.store.live.LiveRevisions;
import dev.cuenta.store.tenant.Tenants;
import java.time.Duration;
import java.util.List;
import org.springframework.stereotype.Component;

/** Reads the limits of those tenants within which something is asked, beside the requests: none of them waits for that. */
@Component
final class RequestLimits implements Job {
    private static final Duration PAUSE = Duration.ofSeconds(2);

    private final LiveRevisions live;
    private final TenantRequests requests;

    RequestLimits(LiveRevisions live, TenantRequests requests) {
        this.live = live;
        this.requests = requests;
    }

    @Override
    public String title() {
        return "Reading tenants' limits of requests";
    }

    @Override
    public Duration pause() {
        return PAUSE;
    }

    @Override
    public void carryOn() {
        List<TenantId> tenants = requests.lately();
        if (!tenants.isEmpty()) {
            requests.limit(live.with(
                    revision -> revision.read(Scope.EVERYWHERE, work -> new Tenants(work).requestLimits(tenants))));
        }
    }
}
