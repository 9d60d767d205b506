package dev.cuenta.service.caller;

import dev.cuenta.core.account.TenantId;
import dev.cuenta.core.model.AccountModel;
import dev.cuenta.core.model.TenantRules.CurrentFrom;
import dev.cuenta.core.problem.Problem;
import dev.cuenta.core.problem.ProblemKind;
import dev.cuenta.service.Settings;
import dev.cuenta.store.live.Premises;
import dev.cuenta.store.live.Work;
import dev.cuenta.store.tenant.Tenants;
import jakarta.servlet.http.HttpServletRequest;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Component;

/** Finds the tenant that a request is about, where the model says to look for it. */
@Component
public final class CurrentTenant {
    static final String HEADER = "Cuenta-Tenant";

    /** In place of a tenant: all of them are meant. */
    public static final String ALL = "*";

    /** What to do for that, in words. */
    public static final String SAYING_ALL = "--tenant '*' (" + HEADER + ": *).";

    /** What a request says; null for what it does not say. */
    record Said(@Nullable String header, @Nullable String subdomain) {}

    private final @Nullable String domain;

    CurrentTenant(Settings settings) {
        this.domain = settings.domain() == null ? null : "." + settings.domain().toLowerCase(Locale.ROOT);
    }

    Said said(HttpServletRequest request) {
        return new Said(request.getHeader(HEADER), subdomain(request.getServerName()));
    }

    private @Nullable String subdomain(@Nullable String host) {
        String name = host == null ? "" : host.toLowerCase(Locale.ROOT);
        return domain != null && name.endsWith(domain) ? name.substring(0, name.length() - domain.length()) : null;
    }

    /**
     * The tenant that a request names, if it names one.
     *
     * @param chosen the one that was chosen for the session
     * @param premises of what will be remembered about the caller
     * @throws Problem NOT_FOUND when it names none that is there
     */
    Optional<TenantId> named(Said said, @Nullable TenantId chosen, Work work, Premises premises) {
        List<CurrentFrom> sources = work.revision().model().tenants().currentFrom();
        if (said.header() != null && !sources.contains(CurrentFrom.HEADER)) {
            throw Problem.of(
                    ProblemKind.MALFORMED,
                    "The model does not let the header " + HEADER
                            + " name the tenant (`tenants.currentFrom`). Leave it out.");
        }
        if (ALL.equals(said.header())) {
            return Optional.empty();
        }
        return sources.stream()
                .flatMap(source -> named(source, said, chosen, work, premises).stream())
                .findFirst();
    }

    private static Optional<TenantId> named(
            CurrentFrom source, Said said, @Nullable TenantId chosen, Work work, Premises premises) {
        Tenants tenants = new Tenants(work);
        return switch (source) {
            case HEADER ->
                Optional.ofNullable(said.header())
                        .map(named -> TenantId.parse(named)
                                .filter(tenant -> tenants.exists(tenant, premises))
                                .or(() -> tenants.ofSlug(named, premises))
                                .orElseThrow(CurrentTenant::none));
            case SUBDOMAIN ->
                Optional.ofNullable(said.subdomain())
                        .map(slug -> tenants.ofSlug(slug, premises).orElseThrow(CurrentTenant::none));
            case SESSION -> Optional.ofNullable(chosen);
        };
    }

    /**
     * Whether a request says that all tenants are meant.
     *
     * @param chosen whether that was chosen for the session
     */
    boolean meansAll(Said said, boolean chosen, AccountModel model) {
        boolean elsewhere = said.header() != null
                || (said.subdomain() != null && model.tenants().currentFrom().contains(CurrentFrom.SUBDOMAIN));
        return ALL.equals(said.header())
                || (chosen && !elsewhere && model.tenants().currentFrom().contains(CurrentFrom.SESSION));
    }

    public static Problem none() {
        return Problem.of(ProblemKind.NOT_FOUND, "You belong to no such tenant. GET /v1/tenants lists yours.");
    }
}
