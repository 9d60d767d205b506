package dev.cuenta.service.account;

import dev.cuenta.core.access.Operation;
import dev.cuenta.core.access.Viewer;
import dev.cuenta.core.account.AccountId;
import dev.cuenta.core.account.Scope;
import dev.cuenta.core.account.TenantId;
import dev.cuenta.core.activity.Origin;
import dev.cuenta.core.finding.Nearest;
import dev.cuenta.core.model.AccountModel;
import dev.cuenta.core.model.Field;
import dev.cuenta.core.model.FieldPath;
import dev.cuenta.core.model.Kind;
import dev.cuenta.core.model.Party;
import dev.cuenta.core.model.Role;
import dev.cuenta.core.model.Template;
import dev.cuenta.core.model.TenantRules.OnSignUp;
import dev.cuenta.core.problem.Problem;
import dev.cuenta.core.problem.ProblemKind;
import dev.cuenta.service.caller.Caller;
import dev.cuenta.service.load.Throttle;
import dev.cuenta.service.password.Familiarity;
import dev.cuenta.service.password.Passwords;
import dev.cuenta.store.account.Accounts;
import dev.cuenta.store.account.Controlled;
import dev.cuenta.store.account.NewAccount;
import dev.cuenta.store.live.LiveRevision;
import dev.cuenta.store.live.Work;
import dev.cuenta.store.password.Credentials;
import dev.cuenta.store.role.GivenRoles;
import dev.cuenta.store.role.GivenRoles.ForNew;
import dev.cuenta.store.role.Giver;
import dev.cuenta.store.tenant.Memberships;
import dev.cuenta.store.tenant.Tenants;
import java.time.Clock;
import java.time.Instant;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.function.Function;
import java.util.stream.Stream;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Component;

/**
 * How accounts come into being, whoever makes them. What can be worked out before the transaction is: reading the body and
 * hashing the password; then the account, its profiles, its hash, its roles and its tenants are stored together.
 */
@Component
public final class NewAccounts {
    /** An account that is ready to be stored. */
    public record Prepared(
            NewAccount account, @Nullable String passwordHash, Set<Role> roles, List<TenantId> tenants, Giver giver) {
        Prepared within(TenantId tenant) {
            return new Prepared(account, passwordHash, roles, List.of(tenant), giver);
        }

        /** In a tenant that is made for it. */
        Prepared creating(TenantId tenant, AccountModel model) {
            Set<Role> all = new LinkedHashSet<>(roles);
            all.addAll(model.creatorRoles(account.kind()));
            return new Prepared(account, passwordHash, all, List.of(tenant), giver);
        }
    }

    /**
     * Somebody who signs up.
     *
     * @param invitation the token that they bring; null for none
     */
    record SignUp(Prepared prepared, @Nullable String invitation) {}

    private final Passwords passwords;
    private final Throttle throttle;
    private final Clock clock;

    NewAccounts(Passwords passwords, Throttle throttle, Clock clock) {
        this.throttle = throttle;
        this.passwords = passwords;
        this.clock = clock;
    }

    /**
     * Somebody signs up. What the body says is checked before they are counted, and their password hashed after it.
     *
     * @param origin from where only so many sign up in a row
     * @param store what is done with them
     */
    <T> T signUp(LiveRevision revision, Map<String, Object> body, Origin origin, Function<SignUp, T> store) {
        passwords.requireRoom(Familiarity.NEW);
        AccountModel model = revision.model();
        if (model.fields().values().stream().noneMatch(field -> field.write().contains(Party.GUEST))) {
            throw Problem.of(ProblemKind.FORBIDDEN, "Sign-up is closed: the model lets guests write no field.");
        }
        Map<String, Object> rest = new LinkedHashMap<>(body);
        String invitation = takeInvitation(rest, model);
        String password = takePassword(rest);
        if (password == null) {
            throw Problem.invalid("/password", "required", "`password` is required.");
        }
        Map<FieldPath, @Nullable Object> values = revision.admission()
                .forNew(Operation.SIGN_UP, Viewer.of(Set.of(Party.GUEST)), model.defaultKind(), rest);
        return throttle.countSignUp(String.valueOf(origin.address()), () -> {
            String hash = hash(Familiarity.NEW, password, model, values);
            NewAccount account = new NewAccount(model.defaultKind(), values, clock.instant());
            return store.apply(new SignUp(
                    new Prepared(account, hash, defaultRoles(model, model.defaultKind()), List.of(), Giver.CUENTA),
                    invitation));
        });
    }

    /** @param scope in whose tenant, if it is limited to one, the account is made */
    Prepared forOperator(LiveRevision revision, Caller caller, Scope scope, Map<String, Object> body) {
        AccountModel model = revision.model();
        Map<String, Object> rest = new LinkedHashMap<>(body);
        String password = takePassword(rest);
        Kind kind = takeKind(rest, model);
        Set<Role> given = rest.containsKey("roles") ? RoleChange.read(rest.remove("roles"), model, "/roles") : Set.of();
        List<TenantId> tenants = takeTenants(rest, scope);
        if (tenants.isEmpty() && given.stream().anyMatch(Role::withinTenant)) {
            throw RoleChange.tenantMissing();
        }
        requireGiving(caller, given, tenants, model, "/roles");
        Set<Role> roles = defaultRoles(model, kind);
        roles.addAll(given);
        Map<FieldPath, @Nullable Object> values =
                revision.admission().forNew(Operation.CREATE, caller.viewer(model), kind, rest);
        String hash = password == null ? null : hash(Familiarity.KNOWN, password, model, values);
        return new Prepared(new NewAccount(kind, values, clock.instant()), hash, roles, tenants, caller.giver());
    }

    /** Whoever makes an account with roles could have given them. */
    public static void requireGiving(
            Caller caller, Set<Role> roles, List<TenantId> tenants, AccountModel model, String pointer) {
        RoleChange.require(caller, roles, tenants.stream().map(Scope::within).toList(), model, pointer);
    }

    /**
     * For Cuenta's own records: every field may be set.
     *
     * @param by who gives the roles
     */
    public Prepared forSeed(
            LiveRevision revision,
            Kind kind,
            Map<String, Object> body,
            Set<Role> roles,
            List<TenantId> tenants,
            Instant created,
            Giver by) {
        AccountModel model = revision.model();
        Map<String, Object> rest = new LinkedHashMap<>(body);
        String password = takePassword(rest);
        Map<FieldPath, @Nullable Object> values =
                revision.admission().forNew(Operation.SEED, Viewer.of(Set.of()), kind, rest);
        String hash = password == null ? null : hash(Familiarity.KNOWN, password, model, values);
        Set<Role> all = defaultRoles(model, kind);
        all.addAll(roles);
        return new Prepared(new NewAccount(kind, values, created), hash, all, tenants, by);
    }

    public AccountId store(Prepared prepared, Work work) {
        AccountId id = new Accounts(work).insert(prepared.account());
        Controlled account = Controlled.byCuenta(id);
        if (prepared.passwordHash() != null) {
            new Credentials(work).set(account, prepared.passwordHash());
        }
        join(id, prepared.tenants(), new Tenants(work), new Memberships(work));
        work.scope()
                .tenant()
                .ifPresent(here ->
                        new Accounts(work).settle(id, here, prepared.account().values()));
        Kind kind = prepared.account().kind();
        List<ForNew> roles = prepared.roles().stream()
                .flatMap(role -> role.withinTenant()
                        ? prepared.tenants().stream().map(tenant -> new ForNew(id, kind, role, tenant))
                        : Stream.of(new ForNew(id, kind, role, null)))
                .toList();
        new GivenRoles(work).giveAll(roles, prepared.giver());
        return id;
    }

    private static void join(AccountId id, List<TenantId> joined, Tenants tenants, Memberships memberships) {
        for (TenantId tenant : joined) {
            if (!tenants.exists(tenant)) {
                throw noTenant(tenant.toString());
            }
            memberships.join(id, tenant);
        }
    }

    private static Problem noTenant(String id) {
        return Problem.invalid("/tenants", "unknown", "`" + id + "` is no tenant's id. GET /v1/tenants lists them.");
    }

    /** As {@link #store}, in the tenant that invited, or in one that the sign-up makes where the model says that it does. */
    AccountId storeSignUp(SignUp signUp, Work work) {
        Prepared prepared = signUp.prepared();
        if (signUp.invitation() != null) {
            Accepted accepted =
                    Accepted.of(signUp.invitation(), prepared.account().values(), work);
            AccountId id = store(prepared.within(accepted.tenant()), work);
            accepted.give(id);
            return id;
        }
        Template name = work.revision().model().tenants().name();
        if (name == null) {
            return store(prepared, work);
        }
        TenantId own = ownTenant(prepared, name, work);
        AccountId id = store(prepared.creating(own, work.revision().model()), work);
        new Tenants(work).found(own, id);
        return id;
    }

    private static TenantId ownTenant(Prepared prepared, Template name, Work work) {
        String filled = name.fill(path -> {
            Object value = prepared.account().values().get(path);
            return value == null ? "" : value;
        });
        return new Tenants(work).create(filled.isEmpty() ? "Tenant" : filled);
    }

    private String hash(
            Familiarity familiarity, String password, AccountModel model, Map<FieldPath, @Nullable Object> values) {
        List<String> identifiers = new ArrayList<>();
        for (Field field : model.signInFields()) {
            if (values.get(field.path()) instanceof String identifier) {
                identifiers.add(identifier);
            }
        }
        return passwords.hash(familiarity, password, model.password(), identifiers);
    }

    private static Set<Role> defaultRoles(AccountModel model, Kind kind) {
        return new LinkedHashSet<>(model.defaultRoles(kind));
    }

    private static @Nullable String takePassword(Map<String, Object> body) {
        Object raw = body.remove("password");
        if (raw == null || raw instanceof String) {
            return (String) raw;
        }
        throw Problem.invalid("/password", "type", "`password` must be a text.");
    }

    private static @Nullable String takeInvitation(Map<String, Object> body, AccountModel model) {
        if (!model.tenants().present()) {
            return null;
        }
        Object raw = body.remove("invitation");
        if (raw == null && model.tenants().onSignUp() == OnSignUp.INVITED) {
            throw Problem.invalid(
                    "/invitation", "required", "Whoever signs up is invited first. Give the invitation that you got.");
        }
        if (raw == null || raw instanceof String) {
            return (String) raw;
        }
        throw Problem.invalid("/invitation", "type", "`invitation` must be a text.");
    }

    private static Kind takeKind(Map<String, Object> body, AccountModel model) {
        Object raw = body.remove("kind");
        if (raw == null) {
            return model.defaultKind();
        }
        Kind kind = model.kinds().get(String.valueOf(raw));
        if (kind == null) {
            throw Problem.invalid(
                    "/kind",
                    "option",
                    "There is no kind `" + raw + "`. "
                            + Nearest.advice(String.valueOf(raw), model.kinds().keySet()));
        }
        return kind;
    }

    /** Whoever works within one tenant makes accounts there and nowhere else. */
    private static List<TenantId> takeTenants(Map<String, Object> body, Scope scope) {
        Object raw = body.remove("tenants");
        if (scope.tenant().isPresent() && raw != null) {
            throw Problem.invalid(
                    "/tenants",
                    "notWritable",
                    "The account joins the tenant of your request; `tenants` may not be written by you.");
        }
        if (scope.tenant().isPresent()) {
            return scope.tenant().stream().toList();
        }
        List<TenantId> tenants = new ArrayList<>();
        for (Object id : raw instanceof List<?> list ? list : List.of()) {
            String text = String.valueOf(id);
            tenants.add(TenantId.parse(text).orElseThrow(() -> noTenant(text)));
        }
        return tenants;
    }
}
