package dev.cuenta.service.caller;

import dev.cuenta.core.account.TenantId;
import dev.cuenta.core.problem.Problem;
import java.time.Duration;
import java.util.List;
import java.util.Map;
import java.util.concurrent.ConcurrentHashMap;
import java.util.concurrent.ConcurrentMap;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Component;

/** Within a tenant that has a limit, so many requests a minute are answered; each instance counts its own. */
@Component
public final class TenantRequests {
    /** By then whatever an allowance can save up is saved. */
    private static final Duration FORGOTTEN = Duration.ofMinutes(1);

    private final ConcurrentMap<TenantId, Allowance> allowances = new ConcurrentHashMap<>();

    /**
     * Counts a request.
     *
     * @param tenant null for one that is made outside of tenants, which nothing limits
     * @throws Problem TOO_MANY where the tenant's limit allows no more just now
     */
    void count(@Nullable TenantId tenant) {
        if (tenant == null) {
            return;
        }
        long now = System.nanoTime();
        Duration wait =
                allowances.computeIfAbsent(tenant, added -> new Allowance(now)).take(now);
        if (!wait.isZero()) {
            throw Problem.tooMany(
                    "More is asked within this tenant than its limit of requests allows. Try again in "
                            + (wait.toSeconds() + 1) + " s; an operator can raise the limit: cuenta tenants limit",
                    wait);
        }
    }

    /** The tenants within which something was asked in the last minute. */
    public List<TenantId> lately() {
        long longAgo = System.nanoTime() - FORGOTTEN.toNanos();
        allowances.values().removeIf(allowance -> allowance.isIdleSince(longAgo));
        return List.copyOf(allowances.keySet());
    }

    /** How many requests a minute are answered from now on; any number within tenants that are left out. */
    public void limit(Map<TenantId, Integer> limits) {
        allowances.forEach((tenant, allowance) -> allowance.limit(limits.getOrDefault(tenant, 0)));
    }
}
