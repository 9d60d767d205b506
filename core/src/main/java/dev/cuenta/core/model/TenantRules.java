package dev.cuenta.core.model;

import java.util.List;
import org.jspecify.annotations.Nullable;

/**
 * Whether accounts belong to tenants, what a sign-up does about it, and how a request says which tenant is meant.
 *
 * @param name names the tenant that a sign-up makes; null when sign-ups make none
 * @param currentFrom where a request's tenant is looked for; the first that names one counts
 * @param limits how much a tenant may have that has no limits of its own
 */
public record TenantRules(
        Membership membership,
        OnSignUp onSignUp,
        @Nullable Template name,
        List<CurrentFrom> currentFrom,
        TenantLimits limits) {
    /** How many tenants an account may belong to. */
    public enum Membership {
        NONE,
        ONE,
        MANY
    }

    /** Where whoever signs up belongs: nowhere yet, to a tenant of their own, or only to one that invited them. */
    public enum OnSignUp {
        NONE,
        CREATE,
        INVITED
    }

    /** What of a request can name its tenant. */
    public enum CurrentFrom {
        HEADER,
        SUBDOMAIN,
        SESSION
    }

    public static final TenantRules NONE =
            new TenantRules(Membership.NONE, OnSignUp.NONE, null, List.of(CurrentFrom.HEADER), TenantLimits.NONE);

    public TenantRules {
        currentFrom = List.copyOf(currentFrom);
    }

    public boolean present() {
        return membership != Membership.NONE;
    }
}
