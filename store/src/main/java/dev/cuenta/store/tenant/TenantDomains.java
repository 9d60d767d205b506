package dev.cuenta.store.tenant;

import dev.cuenta.core.account.TenantId;
import dev.cuenta.core.problem.Problem;
import dev.cuenta.core.problem.ProblemKind;
import dev.cuenta.core.tenant.MailDomain;
import dev.cuenta.store.live.Work;
import java.util.Collection;
import java.util.Optional;
import java.util.UUID;

/** Domains of mail addresses: whoever confirms one of these joins the tenant. A domain is one tenant's. */
public final class TenantDomains {
    private final Work work;

    public TenantDomains(Work work) {
        this.work = work;
    }

    /**
     * From now on, in place of those that it had.
     *
     * @throws Problem TAKEN where another tenant has one of them
     */
    public void set(TenantId tenant, Collection<MailDomain> domains) {
        String[] wanted = domains.stream().map(MailDomain::text).toArray(String[]::new);
        work.sql()
                .sql("delete from cuenta.tenant_domain where tenant_id = ? and domain <> all(?)")
                .params(tenant.value(), wanted)
                .update();
        work.sql().sql("""
                insert into cuenta.tenant_domain (domain, tenant_id) select domain, ? from unnest(?) domain
                on conflict (domain) do nothing""").params(tenant.value(), wanted).update();
        work.sql()
                .sql("select domain from cuenta.tenant_domain where domain = any(?) and tenant_id <> ? limit 1")
                .params(wanted, tenant.value())
                .query(String.class)
                .optional()
                .ifPresent(taken -> {
                    throw Problem.of(ProblemKind.TAKEN, "Another tenant has the domain `" + taken + "`.");
                });
    }

    /** The tenant whose domain it is. */
    public Optional<TenantId> tenantOf(MailDomain domain) {
        return work.sql()
                .sql("select tenant_id from cuenta.tenant_domain where domain = ?")
                .param(domain.text())
                .query(UUID.class)
                .optional()
                .map(TenantId::new);
    }
}
