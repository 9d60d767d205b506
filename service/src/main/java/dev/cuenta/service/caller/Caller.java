package dev.cuenta.service.caller;

import dev.cuenta.core.access.Entitlements;
import dev.cuenta.core.access.Viewer;
import dev.cuenta.core.account.AccountId;
import dev.cuenta.core.account.AccountRecord;
import dev.cuenta.core.account.AccountRecord.GivenRole;
import dev.cuenta.core.account.Needs;
import dev.cuenta.core.account.Scope;
import dev.cuenta.core.account.TenantId;
import dev.cuenta.core.activity.Origin;
import dev.cuenta.core.model.AccountModel;
import dev.cuenta.core.model.Party;
import dev.cuenta.core.model.Role;
import dev.cuenta.core.model.TenantRules.CrossTenant;
import dev.cuenta.core.permission.CuentaPermission;
import dev.cuenta.core.permission.Permission;
import dev.cuenta.core.problem.Problem;
import dev.cuenta.core.problem.ProblemKind;
import dev.cuenta.store.live.LiveRevision;
import dev.cuenta.store.live.Premises;
import dev.cuenta.store.role.Giver;
import dev.cuenta.store.session.Sessions.Signed;
import java.time.Instant;
import java.util.HashSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.UUID;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import org.jspecify.annotations.Nullable;

/**
 * Who makes a request, and in which tenant.
 *
 * @param account null for the holder of the installation key, who has every administering role, and for a service that acts for
 *     nobody
 * @param tenant the tenant that the request is limited to; null for none
 * @param allTenants whether the request says that all tenants are meant
 * @param session through which the request is made; null for a key
 * @param service null where no service asks
 * @param address from which the request comes
 * @param strong whether the session was opened with a second factor, or the installation key was shown
 * @param rightsStamp rises with what the person may do, but for the revision; 0 for nobody in person
 * @param premises what it rests on that this is the caller, where that is remembered
 */
public record Caller(
        @Nullable AccountId account,
        List<GivenRole> given,
        List<TenantId> tenants,
        @Nullable TenantId tenant,
        boolean allTenants,
        @Nullable UUID session,
        @Nullable AskingService service,
        @Nullable String address,
        boolean strong,
        long rightsStamp,
        Premises premises) {
    Caller(@Nullable AccountId account, List<GivenRole> given, List<TenantId> tenants, @Nullable TenantId tenant) {
        this(account, given, tenants, tenant, false, null, null, null, false, 0, new Premises());
    }

    public Caller {
        given = List.copyOf(given);
        tenants = List.copyOf(tenants);
    }

    /** Has every administering role of whichever model is asked about, even one that goes live while the request runs. */
    static Caller withInstallationKey(@Nullable TenantId tenant) {
        return new Caller(null, List.of(), List.of(), tenant, false, null, null, null, true, 0, new Premises());
    }

    static Caller signedIn(Signed signed) {
        return new Caller(
                signed.account(),
                signed.roles(),
                signed.tenants(),
                null,
                false,
                signed.session(),
                null,
                null,
                signed.strong(),
                signed.rightsStamp(),
                new Premises());
    }

    /**
     * A person as they are in a tenant now; empty where they do not reach it any more.
     *
     * @param tenant null for none in particular
     */
    public static Optional<Caller> signedIn(Signed signed, @Nullable TenantId tenant, AccountModel model) {
        Caller anywhere = signedIn(signed);
        return tenant == null || anywhere.reachesByNaming(tenant, model)
                ? Optional.of(anywhere.within(tenant))
                : Optional.empty();
    }

    /** A person who says that all tenants are meant. */
    public static Caller acrossTenants(Signed signed) {
        return signedIn(signed).acrossTenants();
    }

    static Caller ofService(AskingService service, @Nullable TenantId tenant) {
        return new Caller(null, List.of(), List.of(), tenant, false, null, service, null, false, 0, new Premises());
    }

    /** The person, for whom a service acts: both limits hold. */
    Caller by(AskingService asking) {
        return new Caller(
                account, given, tenants, tenant, allTenants, session, asking, address, strong, rightsStamp, premises);
    }

    Caller within(@Nullable TenantId current) {
        return in(current, allTenants && current == null);
    }

    /** The same, who says that all tenants are meant. */
    Caller acrossTenants() {
        return in(null, true);
    }

    private Caller in(@Nullable TenantId current, boolean all) {
        return new Caller(
                account, given, tenants, current, all, session, service, address, strong, rightsStamp, premises);
    }

    Caller from(String place) {
        return new Caller(
                account, given, tenants, tenant, allTenants, session, service, place, strong, rightsStamp, premises);
    }

    /** The same, which rests on these. */
    Caller on(Premises other) {
        return new Caller(
                account, given, tenants, tenant, allTenants, session, service, address, strong, rightsStamp, other);
    }

    /** As whom activity tells of the caller. */
    public Origin origin() {
        return new Origin(
                account, service == null ? null : service.grant().service(), via(), address, tenant, allTenants);
    }

    private @Nullable UUID via() {
        if (service != null) {
            return service.key();
        }
        return holdsInstallationKey() ? Origin.INSTALLATION_KEY : session;
    }

    public boolean holdsInstallationKey() {
        return account == null && service == null && session == null && strong;
    }

    /** A service that acts for nobody. */
    private boolean isService() {
        return service != null && account == null;
    }

    /** How history and reports name the caller. */
    public String author() {
        String by = service == null ? "" : "service " + service.grant().service();
        if (account == null) {
            return service == null ? "installation key" : by;
        }
        return service == null ? account.text() : by + " for " + account.text();
    }

    /** As whom they give roles. A service may say for whom it asks as it likes, so it is nobody in person. */
    public Giver giver() {
        return new Giver(author(), service == null ? account : null, service == null && account == null);
    }

    /** The roles that count in this request: those without a tenant, and those given in the current one. */
    public Set<Role> roles(AccountModel model) {
        return counting(model)
                .flatMap(given -> Optional.ofNullable(model.roles().get(given.role())).stream())
                .collect(Collectors.toSet());
    }

    /** When roles that count in this request will count no more, as far as they end by themselves. */
    public Stream<Instant> endsOfRoles(AccountModel model) {
        return counting(model).flatMap(given -> Optional.ofNullable(given.ends()).stream());
    }

    /**
     * What those roles let the caller do, and where. A service that acts for nobody has none; for a person it does what both of them
     * may.
     */
    public Entitlements entitlements(AccountModel model) {
        Entitlements ofRoles = Entitlements.of(model, counting(model).toList());
        return service == null ? ofRoles : ofRoles.limitedTo(this::permits);
    }

    private Stream<GivenRole> counting(AccountModel model) {
        return givenHere(model).filter(given -> strong || !demandsSecondFactor(given, model));
    }

    private static boolean demandsSecondFactor(GivenRole given, AccountModel model) {
        return Optional.ofNullable(model.roles().get(given.role()))
                .filter(Role::secondFactor)
                .isPresent();
    }

    private Stream<GivenRole> givenHere(AccountModel model) {
        if (holdsInstallationKey()) {
            return model.administeringRoles().stream().map(role -> new GivenRole(role.name(), null));
        }
        return given.stream()
                .filter(role -> role.tenant() == null
                        ? countsEverywhere(role, model)
                        : role.tenant().equals(tenant));
    }

    /** A role that may nothing is what somebody is, and counts wherever they are. */
    private boolean countsEverywhere(GivenRole given, AccountModel model) {
        return tenant != null
                || allTenants
                || model.tenants().crossTenant() == CrossTenant.IMPLICIT
                || Optional.ofNullable(model.roles().get(given.role()))
                        .filter(role -> !role.may().isEmpty())
                        .isEmpty();
    }

    /** Whether the caller has a role that counts in every tenant when a request says that all are meant, and not by itself. */
    public boolean hasToSayAll(AccountModel model) {
        return model.tenants().crossTenant() == CrossTenant.EXPLICIT
                && given.stream()
                        .filter(role -> role.tenant() == null)
                        .flatMap(role -> Optional.ofNullable(model.roles().get(role.role())).stream())
                        .anyMatch(role -> !role.may().isEmpty());
    }

    /** What the request is limited to, whoever makes it. */
    private Scope scope() {
        return tenant == null ? Scope.EVERYWHERE : Scope.within(tenant);
    }

    private boolean permits(Permission permission) {
        return service == null || service.permits(permission);
    }

    public boolean may(Permission permission, AccountModel model) {
        return (isService() || entitlements(model).may(permission, scope())) && permits(permission);
    }

    /** As {@link #may}, in that tenant, whether the request names it or not. */
    public boolean mayIn(TenantId other, Permission permission, AccountModel model) {
        return (isService() || entitlements(model).may(permission, Scope.within(other)))
                && permits(permission)
                && (service == null || service.serves(other));
    }

    /** Whether the caller may make requests about the tenant: one of its own, or any for whoever administers everywhere. */
    public boolean reaches(TenantId other, AccountModel model) {
        boolean personReaches =
                isService() || tenants.contains(other) || roles(model).stream().anyMatch(Role::administers);
        return personReaches && (service == null || service.serves(other));
    }

    /** As {@link #reaches}, for a request that names it. */
    public boolean reachesByNaming(TenantId other, AccountModel model) {
        return acrossTenants().reaches(other, model);
    }

    /**
     * Which accounts the permission reaches in this request. Every question to the store is asked within it.
     *
     * @throws Problem FORBIDDEN for a caller without the permission
     */
    public Scope scope(CuentaPermission permission, AccountModel model) {
        if (may(permission, model)) {
            return scope();
        }
        if (givenHere(model).anyMatch(given -> permits(given, permission, model))) {
            throw Problem.of(
                    ProblemKind.FORBIDDEN,
                    "Your role that gives " + permission
                            + " counts only with a second factor. Add one, or sign in with it: cuenta second-factor add");
        }
        if (tenant == null && !allTenants && acrossTenants().may(permission, model)) {
            throw Problem.of(
                    ProblemKind.FORBIDDEN,
                    "Your role that gives " + permission
                            + " counts in every tenant, and the request names none. "
                            + (permission.withinTenant() ? "Name one, or say" : "Say")
                            + " that all are meant: " + CurrentTenant.SAYING_ALL);
        }
        throw Problem.of(
                ProblemKind.FORBIDDEN,
                "This takes the permission " + permission + ", which none of your roles gives"
                        + (tenant != null && !permission.withinTenant() ? " in a tenant" : "")
                        + ". Ask an administrator.");
    }

    private static boolean permits(GivenRole given, CuentaPermission permission, AccountModel model) {
        return Optional.ofNullable(model.roles().get(given.role()))
                .filter(role -> role.permits(permission))
                .isPresent();
    }

    /**
     * For what concerns all tenants at once.
     *
     * @throws Problem FORBIDDEN for a caller without the permission, MALFORMED where the request names a tenant
     */
    public void requireEverywhere(CuentaPermission permission, AccountModel model) {
        if (scope(permission, model).tenant().isPresent()) {
            throw Problem.of(
                    ProblemKind.MALFORMED,
                    "This concerns the whole installation and cannot be limited to a tenant. Leave out --tenant ("
                            + CurrentTenant.HEADER + "), and choose none for your session.");
        }
    }

    /** By what right the caller meets records of others, before it is known whose they are. */
    public Viewer viewer(AccountModel model) {
        return viewer(parties(model));
    }

    /** By what right the caller meets the tenant itself. */
    public Viewer viewerOf(TenantId other, AccountModel model) {
        return within(other).viewer(model);
    }

    /**
     * By what right the caller meets each of several tenants.
     *
     * @param own whether they are tenants that it belongs to
     */
    public Viewer viewerOfTenants(AccountModel model, boolean own) {
        Caller anywhere = within(null);
        Set<Party> parties = anywhere.parties(model);
        if (own) {
            parties.add(Party.MEMBER);
        }
        return anywhere.viewer(parties);
    }

    /** By what right the caller meets this record. */
    public Viewer viewer(AccountModel model, AccountRecord record) {
        return owns(record.id()) ? ownViewer(model) : viewer(model);
    }

    /** Whether it is the caller's own account. */
    public boolean owns(AccountId id) {
        return id.equals(account);
    }

    /** By what right the caller would meet its own record. */
    public Viewer ownViewer(AccountModel model) {
        Set<Party> parties = parties(model);
        parties.add(Party.OWNER);
        return viewer(parties).in(Scope.EVERYWHERE);
    }

    /**
     * What has to be read of accounts to show them to the caller, its own among them.
     *
     * @param fields names of fields to limit the answer to; empty for all that are returned by default
     */
    public Needs needs(LiveRevision revision, Set<String> fields) {
        AccountModel model = revision.model();
        Needs others = revision.projection().needs(viewer(model), fields);
        return account == null ? others : others.and(revision.projection().needs(ownViewer(model), fields));
    }

    private Viewer viewer(Set<Party> parties) {
        return new Viewer(isService() ? null : parties, service == null ? null : service.grant(), scope());
    }

    private Set<Party> parties(AccountModel model) {
        Set<Party> parties = roles(model).stream().map(Role::party).collect(Collectors.toCollection(HashSet::new));
        if (tenant != null && tenants.contains(tenant)) {
            parties.add(Party.MEMBER);
        }
        return parties;
    }
}
