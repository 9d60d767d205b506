package dev.cuenta.service.account;

import dev.cuenta.core.access.Entitlements;
import dev.cuenta.core.account.AccountId;
import dev.cuenta.core.account.AccountRecord;
import dev.cuenta.core.account.Needs;
import dev.cuenta.core.account.Scope;
import dev.cuenta.core.account.TenantId;
import dev.cuenta.core.model.AccountModel;
import dev.cuenta.core.permission.CuentaPermission;
import dev.cuenta.core.problem.Problem;
import dev.cuenta.core.problem.ProblemKind;
import dev.cuenta.service.caller.Caller;
import dev.cuenta.store.account.Accounts;
import dev.cuenta.store.account.ChangeGuard;
import dev.cuenta.store.account.Changeable;
import dev.cuenta.store.live.Work;
import java.util.Collection;
import java.util.List;
import java.util.Optional;
import org.jspecify.annotations.Nullable;

/**
 * How far a caller gets with an account: with one's own all the way, with another's as far as a permission reaches. What is out of
 * reach is not there.
 *
 * @param scope of the transaction in which the account is met
 * @param guard keeps accounts that may do more than the caller out of the caller's hands
 */
public record Reach(AccountId id, Scope scope, ChangeGuard guard) {
    /**
     * By the permission to read accounts.
     *
     * @param id null for the caller's own
     */
    public static Reach toRead(Caller caller, @Nullable AccountId id, AccountModel model) {
        return of(caller, id, CuentaPermission.ACCOUNTS_READ, model);
    }

    /**
     * By the permission to change accounts.
     *
     * @param id null for the caller's own
     */
    public static Reach toChange(Caller caller, @Nullable AccountId id, AccountModel model) {
        return of(caller, id, CuentaPermission.ACCOUNTS_WRITE, model);
    }

    /** By the permission to let others leave the tenant. */
    public static Reach toLeave(Caller caller, AccountId id, TenantId tenant, AccountModel model) {
        Scope scope = caller.scope(CuentaPermission.MEMBERSHIPS_WRITE, model);
        if (scope.tenant().filter(own -> !own.equals(tenant)).isPresent()) {
            throw noSuchAccount();
        }
        return new Reach(id, scope, guard(caller, CuentaPermission.MEMBERSHIPS_WRITE, model));
    }

    private static Reach of(Caller caller, @Nullable AccountId id, CuentaPermission permission, AccountModel model) {
        if (id == null || caller.owns(id)) {
            return new Reach(own(caller), Scope.EVERYWHERE, ChangeGuard.CUENTA);
        }
        if (!caller.may(permission, model)) {
            throw noSuchAccount();
        }
        Scope scope = caller.scope(permission, model);
        return new Reach(id, scope, guard(caller, permission, model));
    }

    private static AccountId own(Caller caller) {
        return Optional.ofNullable(caller.account())
                .orElseThrow(() -> Problem.of(
                        ProblemKind.NOT_FOUND,
                        caller.service() == null
                                ? "The installation key belongs to nobody. Sign in as a person."
                                : "Name the person for whom the service acts in the header Cuenta-Person."));
    }

    /**
     * The same, met in one tenant even where the account is the caller's own.
     *
     * @param tenant null to stay where it is met
     */
    Reach at(@Nullable TenantId tenant) {
        return tenant == null ? this : new Reach(id, Scope.within(tenant), guard);
    }

    /** Lets the caller take hold of whoever may do no more than the caller, where the permission reaches all of their tenants. */
    public static ChangeGuard guard(Caller caller, CuentaPermission permission, AccountModel model) {
        Entitlements own = caller.entitlements(model);
        return whole -> {
            boolean wholly =
                    whole.tenants().stream().allMatch(membership -> caller.mayIn(membership.id(), permission, model));
            // The words do not say what the account may do, nor to which other tenants it belongs.
            return wholly && own.cover(Entitlements.of(model, whole.roles()))
                    ? Optional.empty()
                    : Optional.of(Problem.of(
                            ProblemKind.FORBIDDEN,
                            "How this account is entered, what it may do and whether it stays is for somebody who may do all"
                                    + " that it may, in each of its tenants. Ask an administrator."));
        };
    }

    /**
     * The account as it is stored.
     *
     * @throws Problem NOT_FOUND for what is out of reach
     */
    public AccountRecord read(Work work) {
        return new Accounts(work).find(id).orElseThrow(Reach::noSuchAccount);
    }

    /**
     * As {@link #read(Work)}, with no more than is needed to show it.
     *
     * @throws Problem NOT_FOUND for what is out of reach
     */
    public AccountRecord read(Work work, Needs needs) {
        return new Accounts(work).find(id, needs).orElseThrow(Reach::noSuchAccount);
    }

    /**
     * As {@link #read(Work)}, and nobody else changes it before the transaction ends.
     *
     * @throws Problem NOT_FOUND for what is out of reach
     */
    public Changeable change(Work work) {
        return new Accounts(work).findForChange(id, guard).orElseThrow(Reach::noSuchAccount);
    }

    /** Those of the accounts that the caller may read in the scope of the work; one's own among them. */
    public static List<AccountRecord> readable(Caller caller, Collection<AccountId> ids, Work work) {
        boolean reads =
                caller.may(CuentaPermission.ACCOUNTS_READ, work.revision().model());
        List<AccountId> asked =
                reads ? List.copyOf(ids) : ids.stream().filter(caller::owns).toList();
        return asked.isEmpty() ? List.of() : new Accounts(work).all(asked);
    }

    static Problem noSuchAccount() {
        return Problem.of(ProblemKind.NOT_FOUND, "There is no such account within your reach.");
    }
}
