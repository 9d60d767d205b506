package dev.cuenta.service.sharing;

import dev.cuenta.core.account.AccountId;
import dev.cuenta.core.account.AccountRecord;
import dev.cuenta.core.account.AccountRecord.GivenRole;
import dev.cuenta.core.account.TenantId;
import dev.cuenta.core.model.AccountModel;
import dev.cuenta.core.model.Role;
import dev.cuenta.core.permission.CuentaPermission;
import dev.cuenta.core.permission.Permission;
import dev.cuenta.core.problem.Problem;
import dev.cuenta.service.account.Reach;
import dev.cuenta.service.caller.Caller;
import dev.cuenta.store.live.LiveRevisions;
import dev.cuenta.store.live.Work;
import dev.cuenta.store.tenant.Tenant;
import dev.cuenta.store.tenant.Tenants;
import dev.cuenta.wire.sharing.PermissionQuestion;
import java.util.List;
import java.util.Objects;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Component;

/**
 * Says whether somebody may do something, so that no service has to know which role gives what. A role that demands a second factor
 * counts for the person whose own session, opened with one, comes with the question.
 */
@Component
final class PermissionChecks {
    private final LiveRevisions live;

    PermissionChecks(LiveRevisions live) {
        this.live = live;
    }

    boolean allowed(Caller caller, PermissionQuestion question) {
        return live.with(revision -> {
            AccountModel model = revision.model();
            require(caller, question, model);
            TenantId tenant = question.tenant() == null ? caller.tenant() : tenant(question.tenant());
            Reach reach = Reach.toRead(caller, new AccountId(question.account()), model);
            boolean strong = caller.owns(reach.id()) && caller.strong();
            return revision.read(reach.scope(), work -> counting(reach, tenant, strong, work)).stream()
                    .map(GivenRole::role)
                    .flatMap(name -> Optional.ofNullable(model.roles().get(name)).stream())
                    .filter(role -> strong || !role.secondFactor())
                    .anyMatch(role -> answers(role, question));
        });
    }

    /** Of the account's roles those that count there; in a tenant that demands a second factor none does without one. */
    private static List<GivenRole> counting(Reach reach, @Nullable TenantId tenant, boolean strong, Work work) {
        AccountRecord record = reach.read(work).in(reach.scope());
        List<GivenRole> counting = record.roles().stream()
                .filter(given -> given.tenant() == null || Objects.equals(given.tenant(), tenant))
                .toList();
        if (strong || counting.stream().allMatch(given -> given.tenant() == null)) {
            return counting;
        }
        Set<TenantId> demanding = new Tenants(work)
                .of(record.id()).stream()
                        .filter(Tenant::secondFactor)
                        .map(Tenant::id)
                        .collect(Collectors.toSet());
        return counting.stream()
                .filter(given -> given.tenant() == null || !demanding.contains(given.tenant()))
                .toList();
    }

    private static boolean answers(Role role, PermissionQuestion question) {
        return question.permission() == null
                ? Objects.requireNonNull(question.anyRole()).contains(role.name())
                : role.permits(Permission.of(question.permission()));
    }

    private static void require(Caller caller, PermissionQuestion question, AccountModel model) {
        if ((question.permission() == null) == (question.anyRole() == null)) {
            throw Problem.invalid(
                    "/permission", "required", "Ask about a `permission`, or about `anyRole`; one of both.");
        }
        if (caller.service() == null) {
            caller.scope(CuentaPermission.ACCOUNTS_READ, model);
        } else if (question.permission() == null) {
            refuseUnless(caller.service().grant().attributes().contains("roles"), "/anyRole", "`roles`");
        } else {
            boolean asks = caller.service().grant().asks().contains(question.permission());
            refuseUnless(asks, "/permission", "this permission in `asks`");
        }
    }

    private static void refuseUnless(boolean allowed, String pointer, String what) {
        if (!allowed) {
            throw Problem.invalid(pointer, "notReadable", "Your contract does not have " + what + ".");
        }
    }

    private static TenantId tenant(String text) {
        return TenantId.parse(text).orElseThrow(() -> Problem.invalid("/tenant", "unknown", "Is no tenant's id."));
    }
}
