package dev.cuenta.service.sharing;

import dev.cuenta.core.account.AccountId;
import dev.cuenta.core.account.AccountRecord;
import dev.cuenta.core.account.AccountRecord.GivenRole;
import dev.cuenta.core.account.AccountRecord.Membership;
import dev.cuenta.core.account.Needs;
import dev.cuenta.core.account.TenantId;
import dev.cuenta.core.model.AccountModel;
import dev.cuenta.core.model.Role;
import dev.cuenta.core.permission.CuentaPermission;
import dev.cuenta.core.permission.Permission;
import dev.cuenta.core.problem.Problem;
import dev.cuenta.service.account.Reach;
import dev.cuenta.service.caller.Caller;
import dev.cuenta.store.live.LiveRevisions;
import dev.cuenta.wire.sharing.PermissionQuestion;
import java.util.Objects;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Component;

/**
 * Says whether somebody may do something, so that no service has to know which role gives what. A role that demands a second factor
 * counts for the person whose own session, opened with one, comes with the question.
 */
@Component
final class PermissionChecks {
    private static final Needs ROLES = new Needs(Set.of(), true, true, false);

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
            AccountRecord record = revision.read(reach.scope(), caller.premises(), work -> reach.read(work, ROLES));
            return counting(record.in(reach.scope()), tenant, strong)
                    .map(GivenRole::role)
                    .flatMap(name -> Optional.ofNullable(model.roles().get(name)).stream())
                    .filter(role -> strong || !role.secondFactor())
                    .anyMatch(role -> answers(role, question));
        });
    }

    /** Of the account's roles those that count there; in a tenant that demands a second factor none does without one. */
    private static Stream<GivenRole> counting(AccountRecord record, @Nullable TenantId tenant, boolean strong) {
        Set<TenantId> demanding = record.tenants().stream()
                .filter(Membership::secondFactor)
                .map(Membership::id)
                .collect(Collectors.toSet());
        return record.roles().stream()
                .filter(given -> given.tenant() == null
                        || (given.tenant().equals(tenant) && (strong || !demanding.contains(tenant))));
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
