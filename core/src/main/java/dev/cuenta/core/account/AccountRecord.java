package dev.cuenta.core.account;

import dev.cuenta.core.model.AccountModel;
import dev.cuenta.core.model.Field;
import dev.cuenta.core.model.FieldPath;
import java.time.Instant;
import java.util.ArrayList;
import java.util.Collections;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.function.Predicate;
import java.util.stream.Collectors;
import org.jspecify.annotations.Nullable;

/**
 * One account with its profiles, as it is stored. It holds hidden values too: nothing but
 * {@link dev.cuenta.core.access.Projection} may turn it into something that leaves.
 *
 * @param values typed values by field; a missing value is null
 * @param anonymised when what tells whose it was was taken out; null for never
 * @param confirmed when the owner proved that a field's value is theirs
 * @param version counts every change; the ETag
 * @param rightsStamp rises with whatever changes what the account may do; 0 where that was not asked for
 */
public record AccountRecord(
        AccountId id,
        String kind,
        Map<FieldPath, @Nullable Object> values,
        List<GivenRole> roles,
        List<Membership> tenants,
        Instant created,
        Instant lastModified,
        @Nullable Instant anonymised,
        Map<FieldPath, Instant> confirmed,
        long version,
        long rightsStamp) {

    /**
     * A role that counts now.
     *
     * @param tenant in which it was given, if it counts only there
     * @param ends when it will count no more; null for never
     */
    public record GivenRole(
            String role,
            @Nullable TenantId tenant,
            @Nullable Instant ends) {
        /** One that does not end by itself. */
        public GivenRole(String role, @Nullable TenantId tenant) {
            this(role, tenant, null);
        }
    }

    /**
     * A tenant that the account belongs to.
     *
     * @param secondFactor whether membership and roles count there only with a second factor
     * @param values typed values of the fields that have one in each tenant
     */
    public record Membership(
            TenantId id, String name, Instant since, boolean secondFactor, Map<FieldPath, Object> values) {
        public Membership {
            values = Map.copyOf(values);
        }
    }

    public AccountRecord {
        values = Collections.unmodifiableMap(new LinkedHashMap<>(values));
        roles = List.copyOf(roles);
        confirmed = Map.copyOf(confirmed);
        tenants = List.copyOf(tenants);
    }

    /** What the account signs in with. */
    public List<String> identifiers(AccountModel model) {
        return model.signInFields().stream()
                .map(Field::path)
                .flatMap(path -> Optional.ofNullable(values.get(path)).stream())
                .map(Object::toString)
                .toList();
    }

    /** Those of its tenants in which its membership and roles count only with a second factor. */
    public Set<TenantId> demandingTenants() {
        return tenants.stream()
                .filter(Membership::secondFactor)
                .map(Membership::id)
                .collect(Collectors.toSet());
    }

    /** The account as it is seen there: with the roles that count and the memberships that are reached. */
    public AccountRecord in(Scope scope) {
        return scope.equals(Scope.EVERYWHERE)
                ? this
                : being(
                        scope::counts,
                        membership ->
                                scope.tenant().filter(membership.id()::equals).isPresent());
    }

    /** The account as if it were nothing but what it is in the tenant: with the roles that were given there. */
    public AccountRecord onlyIn(TenantId tenant) {
        return being(given -> tenant.equals(given.tenant()), membership -> tenant.equals(membership.id()));
    }

    /** The account as it is where somebody meets it: with the values that it has in that tenant, if it belongs to it. */
    public AccountRecord met(Scope scope) {
        return scope.tenant()
                .flatMap(here -> tenants.stream()
                        .filter(membership -> membership.id().equals(here))
                        .findFirst())
                .map(this::at)
                .orElse(this);
    }

    /** The account as it is in one of its tenants: with the values that it has there. */
    public AccountRecord at(Membership membership) {
        Map<FieldPath, @Nullable Object> there = new LinkedHashMap<>(values);
        there.putAll(membership.values());
        return new AccountRecord(
                id, kind, there, roles, tenants, created, lastModified, anonymised, confirmed, version, rightsStamp);
    }

    /** The account as if these roles counted as well. */
    public AccountRecord with(List<GivenRole> more) {
        if (more.isEmpty()) {
            return this;
        }
        List<GivenRole> all = new ArrayList<>(roles);
        all.addAll(more);
        return new AccountRecord(
                id, kind, values, all, tenants, created, lastModified, anonymised, confirmed, version, rightsStamp);
    }

    private AccountRecord being(Predicate<GivenRole> counts, Predicate<Membership> reached) {
        return new AccountRecord(
                id,
                kind,
                values,
                roles.stream().filter(counts).toList(),
                tenants.stream().filter(reached).toList(),
                created,
                lastModified,
                anonymised,
                confirmed,
                version,
                rightsStamp);
    }

    /** Fields may be personal; a log line must never get them by accident. */
    @Override
    public String toString() {
        return "account " + id;
    }
}
