package dev.cuenta.service.sharing;

import dev.cuenta.core.account.AccountId;
import dev.cuenta.core.account.AccountRecord;
import dev.cuenta.core.account.Needs;
import dev.cuenta.core.account.Scope;
import dev.cuenta.core.account.TenantId;
import dev.cuenta.core.finding.Nearest;
import dev.cuenta.core.model.AccountModel;
import dev.cuenta.core.model.Role;
import dev.cuenta.core.permission.CuentaPermission;
import dev.cuenta.core.permission.Permission;
import dev.cuenta.core.problem.Problem;
import dev.cuenta.core.role.KnownPermissions;
import dev.cuenta.service.account.Reach;
import dev.cuenta.service.caller.Caller;
import dev.cuenta.store.account.Accounts;
import dev.cuenta.store.live.LiveRevision;
import dev.cuenta.store.live.LiveRevisions;
import dev.cuenta.wire.sharing.AccountsQuestion;
import dev.cuenta.wire.sharing.AllowedAccounts;
import dev.cuenta.wire.sharing.AllowedPermissions;
import dev.cuenta.wire.sharing.PermissionAnswer;
import dev.cuenta.wire.sharing.PermissionQuestion;
import dev.cuenta.wire.sharing.PermissionsQuestion;
import java.util.ArrayList;
import java.util.Collection;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.function.Predicate;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Component;

/**
 * Says who may do what, so that no service has to know which role gives what; each question is one of the database's too. A role that
 * demands a second factor counts for the person whose own session, opened with one, comes with the question.
 */
@Component
final class PermissionChecks {
    private static final int MOST = 1000;
    private static final Needs ROLES = new Needs(Set.of(), true, true, false);

    private final LiveRevisions live;

    PermissionChecks(LiveRevisions live) {
        this.live = live;
    }

    PermissionAnswer allowed(Caller caller, PermissionQuestion question) {
        return live.with(revision -> {
            AccountModel model = revision.model();
            Predicate<Role> wanted = wanted(caller, question.permission(), question.anyRole(), model);
            TenantId tenant = tenant(question.tenant(), caller);
            AccountRecord record = read(caller, question.account(), revision);
            return new PermissionAnswer(counting(caller, record, tenant, model).anyMatch(wanted), record.rightsStamp());
        });
    }

    /** Those of the accounts that have it; what is out of the caller's reach is not among them. */
    AllowedAccounts allowed(Caller caller, AccountsQuestion question) {
        if (question.accounts().size() > MOST) {
            throw Problem.invalid("/accounts", "range", "Ask about " + MOST + " accounts at most.");
        }
        return live.with(revision -> {
            AccountModel model = revision.model();
            Predicate<Role> wanted = wanted(caller, question.permission(), question.anyRole(), model);
            TenantId tenant = tenant(question.tenant(), caller);
            Scope scope = caller.scope(CuentaPermission.ACCOUNTS_READ, model);
            Set<AccountId> ids =
                    question.accounts().stream().map(AccountId::new).collect(Collectors.toSet());
            Map<String, AccountRecord> found =
                    revision.read(scope, caller.premises(), work -> new Accounts(work).lookUp(ids, ROLES));
            Map<String, Long> stamps = new LinkedHashMap<>();
            List<String> allowed = new ArrayList<>();
            for (String id : question.accounts()) {
                AccountRecord record = found.get(id);
                if (record != null
                        && stamps.put(id, record.rightsStamp()) == null
                        && counting(caller, record.in(scope), tenant, model).anyMatch(wanted)) {
                    allowed.add(id);
                }
            }
            return new AllowedAccounts(allowed, stamps);
        });
    }

    /** What the account may do, as far as the caller may ask about it. */
    AllowedPermissions permissions(Caller caller, PermissionsQuestion question) {
        return live.with(revision -> {
            AccountModel model = revision.model();
            requireAsking(caller, model);
            Collection<String> askable = caller.service() == null
                    ? KnownPermissions.of(model)
                    : caller.service().grant().asks();
            TenantId tenant = tenant(question.tenant(), caller);
            AccountRecord record = read(caller, question.account(), revision);
            List<Role> counting = counting(caller, record, tenant, model).toList();
            List<String> may = askable.stream()
                    .filter(permission -> counting.stream().anyMatch(role -> role.permits(Permission.of(permission))))
                    .sorted()
                    .toList();
            return new AllowedPermissions(may, record.rightsStamp());
        });
    }

    private static AccountRecord read(Caller caller, String account, LiveRevision revision) {
        Reach reach = Reach.toRead(caller, new AccountId(account), revision.model());
        AccountRecord record = revision.read(reach.scope(), caller.premises(), work -> reach.read(work, ROLES));
        return record.in(reach.scope());
    }

    /** Of the account's roles those that count there; in a tenant that demands a second factor none does without one. */
    private static Stream<Role> counting(
            Caller caller, AccountRecord record, @Nullable TenantId tenant, AccountModel model) {
        boolean strong = caller.owns(record.id()) && caller.strong();
        Set<TenantId> demanding = record.demandingTenants();
        return record.roles().stream()
                .filter(given -> given.tenant() == null
                        || (given.tenant().equals(tenant) && (strong || !demanding.contains(tenant))))
                .flatMap(given -> Optional.ofNullable(model.roles().get(given.role())).stream())
                .filter(role -> strong || !role.secondFactor());
    }

    /** What is asked about, if the caller may ask about that; a name that the model does not know is no question. */
    private static Predicate<Role> wanted(
            Caller caller, @Nullable String permission, @Nullable List<String> anyRole, AccountModel model) {
        if ((permission == null) == (anyRole == null)) {
            throw Problem.invalid(
                    "/permission", "required", "Ask about a `permission`, or about `anyRole`; one of both.");
        }
        requireAsking(caller, model);
        if (permission != null) {
            requirePermission(caller, permission, model);
            return role -> role.permits(Permission.of(permission));
        }
        boolean readsRoles = caller.service() == null
                || caller.service().grant().attributes().contains("roles");
        refuseUnless(readsRoles, "/anyRole", "`roles`");
        anyRole.forEach(role -> requireKnown(role, model.roles().keySet()));
        return role -> anyRole.contains(role.name());
    }

    /** A person asks about accounts, of oneself too, by the permission to read them; a service by its contract. */
    private static void requireAsking(Caller caller, AccountModel model) {
        if (caller.service() == null) {
            caller.scope(CuentaPermission.ACCOUNTS_READ, model);
        }
    }

    private static void requirePermission(Caller caller, String permission, AccountModel model) {
        if (caller.service() == null) {
            KnownPermissions.require(permission, model);
        } else {
            boolean asks = caller.service().grant().asks().contains(permission);
            refuseUnless(asks, "/permission", "this permission in `asks`");
        }
    }

    private static void requireKnown(String role, Set<String> known) {
        if (!known.contains(role)) {
            throw Problem.invalid(
                    "/anyRole",
                    "unknown",
                    "The live model knows no role `" + role + "`. " + Nearest.advice(role, known));
        }
    }

    private static void refuseUnless(boolean allowed, String pointer, String what) {
        if (!allowed) {
            throw Problem.invalid(pointer, "notReadable", "Your contract does not have " + what + ".");
        }
    }

    private static @Nullable TenantId tenant(@Nullable String named, Caller caller) {
        return named == null
                ? caller.tenant()
                : TenantId.parse(named).orElseThrow(() -> Problem.invalid("/tenant", "unknown", "Is no tenant's id."));
    }
}
