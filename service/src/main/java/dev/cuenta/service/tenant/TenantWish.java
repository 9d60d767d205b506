package dev.cuenta.service.tenant;

import dev.cuenta.core.account.TenantId;
import dev.cuenta.core.problem.Problem;
import dev.cuenta.core.tenant.MailDomain;
import dev.cuenta.core.tenant.Slug;
import dev.cuenta.store.live.Work;
import dev.cuenta.store.tenant.Tenant;
import dev.cuenta.store.tenant.TenantDomains;
import dev.cuenta.store.tenant.Tenants;
import dev.cuenta.wire.tenant.TenantChange;
import dev.cuenta.wire.tenant.TenantLimits;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import org.jspecify.annotations.Nullable;

/** What of a tenant is to be otherwise, looked at before anything is changed; null for what stays. */
record TenantWish(
        @Nullable String name,
        @Nullable Slug slug,
        @Nullable Boolean secondFactor,
        @Nullable Boolean suspended,
        @Nullable Boolean archived,
        @Nullable Set<MailDomain> domains,
        @Nullable TenantLimits limits,
        @Nullable Map<String, @Nullable Object> fields) {
    private static final int MOST_DOMAINS = 50;

    /** @throws Problem INVALID */
    static TenantWish of(TenantChange change) {
        if (change.limits() != null) {
            named(change.limits()).forEach(TenantWish::require);
        }
        return new TenantWish(
                change.name() == null ? null : name(change.name()),
                change.slug() == null ? null : slug(change.slug()),
                change.secondFactor(),
                change.suspended(),
                change.archived(),
                change.domains() == null ? null : domains(change.domains()),
                change.limits(),
                change.fields());
    }

    /** Whether it is about nothing but what the model lets tenants have. */
    boolean fillsOnly() {
        return fields != null && name == null && secondFactor == null && !decides();
    }

    /** Whether it is about more than what a tenant's own administrators say: its name, and its demand of a second factor. */
    boolean decides() {
        return slug != null || domains != null || suspended != null || archived != null || limits != null;
    }

    /** What was changed but for {@link #fields}, by its name in JSON, for activity. */
    Map<String, Object> fulfil(TenantId tenant, Work work) {
        Tenants tenants = new Tenants(work);
        Map<String, Object> changed = new LinkedHashMap<>();
        if (name != null) {
            tenants.rename(tenant, name);
            changed.put("name", name);
        }
        if (slug != null) {
            tenants.readdress(tenant, slug);
            changed.put("slug", slug.text());
        }
        if (secondFactor != null) {
            tenants.demandSecondFactor(tenant, secondFactor);
            changed.put("secondFactor", secondFactor);
        }
        changed.putAll(stop(tenant, tenants));
        if (domains != null) {
            new TenantDomains(work).set(tenant, domains);
            changed.put("domains", domains.stream().map(MailDomain::text).toList());
        }
        if (limits != null) {
            tenants.limit(tenant, TenantWire.limits(limits));
            changed.put("limits", named(limits));
        }
        return changed;
    }

    /** Or lets it go on; an archived one is restored before. */
    private Map<String, Object> stop(TenantId tenant, Tenants tenants) {
        Map<String, Object> changed = new LinkedHashMap<>();
        if (archived != null) {
            if (archived) {
                tenants.archive(tenant);
            } else {
                tenants.restore(tenant);
            }
            changed.put("archived", archived);
        }
        if (suspended != null) {
            if (suspended) {
                tenants.suspend(tenant);
            } else {
                tenants.resume(tenant);
            }
            changed.put("suspended", suspended);
        }
        return changed;
    }

    /** @throws Problem INVALID */
    static String name(String name) {
        String plain = name.strip();
        if (plain.isEmpty() || plain.length() > Tenant.LONGEST_NAME) {
            throw Problem.invalid("/name", "length", "Give a name of 1 to " + Tenant.LONGEST_NAME + " characters.");
        }
        return plain;
    }

    private static Slug slug(String text) {
        Slug.fault(text).ifPresent(why -> {
            throw Problem.invalid("/slug", "format", why);
        });
        return new Slug(text);
    }

    private static Set<MailDomain> domains(List<String> texts) {
        if (texts.size() > MOST_DOMAINS) {
            throw Problem.invalid("/domains", "range", "A tenant has " + MOST_DOMAINS + " domains at most.");
        }
        Set<MailDomain> domains = new LinkedHashSet<>();
        for (int i = 0; i < texts.size(); i++) {
            String pointer = "/domains/" + i;
            domains.add(MailDomain.parse(texts.get(i))
                    .orElseThrow(() -> Problem.invalid(
                            pointer, "format", "Give the domain of mail addresses, such as marea.example.")));
        }
        return domains;
    }

    private static void require(String limit, int most) {
        if (most < 1) {
            throw Problem.invalid(
                    "/limits/" + limit, "range", "Must be 1 or more. Leave it out where there is to be no limit.");
        }
    }

    /** Those that there are, as JSON has them. */
    private static Map<String, Integer> named(TenantLimits limits) {
        Map<String, @Nullable Integer> all = new LinkedHashMap<>();
        all.put("members", limits.members());
        all.put("invitations", limits.invitations());
        all.put("requests", limits.requests());
        Map<String, Integer> named = new LinkedHashMap<>();
        all.forEach((limit, most) -> Optional.ofNullable(most).ifPresent(number -> named.put(limit, number)));
        return named;
    }
}
