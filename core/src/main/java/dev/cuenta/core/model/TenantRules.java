package dev.cuenta.core.model;

import java.util.Collections;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.jspecify.annotations.Nullable;

/**
 * Whether accounts belong to tenants, what a sign-up does about it, and how a request says which tenant is meant.
 *
 * @param name names the tenant that a sign-up makes; null when sign-ups make none
 * @param currentFrom where a request's tenant is looked for; the first that names one counts
 * @param crossTenant whether a request has to say that all tenants are meant
 * @param limits how much a tenant may have that has no limits of its own
 * @param fields what a tenant has besides its name, by the name alone
 */
public record TenantRules(
        Membership membership,
        OnSignUp onSignUp,
        @Nullable Template name,
        List<CurrentFrom> currentFrom,
        CrossTenant crossTenant,
        TenantLimits limits,
        Map<String, Field> fields) {
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

    /** When roles that count in every tenant count in a request that names none. */
    public enum CrossTenant {
        /** Always. */
        IMPLICIT,
        /** When it says that all are meant. */
        EXPLICIT
    }

    public static final TenantRules NONE = new TenantRules(
            Membership.NONE,
            OnSignUp.NONE,
            null,
            List.of(CurrentFrom.HEADER),
            CrossTenant.IMPLICIT,
            TenantLimits.NONE,
            Map.of());

    public TenantRules {
        currentFrom = List.copyOf(currentFrom);
        fields = Collections.unmodifiableMap(new LinkedHashMap<>(fields));
    }

    public Optional<Field> field(String name) {
        return Optional.ofNullable(fields.get(name));
    }

    public boolean present() {
        return membership != Membership.NONE;
    }
}
