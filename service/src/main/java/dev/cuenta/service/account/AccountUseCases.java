package dev.cuenta.service.account;

import dev.cuenta.core.access.Viewer;
import dev.cuenta.core.account.AccountId;
import dev.cuenta.core.account.AccountRecord;
import dev.cuenta.core.account.TenantId;
import dev.cuenta.core.activity.Action;
import dev.cuenta.core.activity.Origin;
import dev.cuenta.core.finding.Nearest;
import dev.cuenta.core.model.AccountModel;
import dev.cuenta.core.model.Field;
import dev.cuenta.core.model.FieldPath;
import dev.cuenta.core.model.Party;
import dev.cuenta.core.model.Role;
import dev.cuenta.core.problem.Problem;
import dev.cuenta.core.problem.ProblemKind;
import dev.cuenta.service.session.Caller;
import dev.cuenta.store.account.Accounts;
import dev.cuenta.store.account.Anonymisation;
import dev.cuenta.store.account.Removal;
import dev.cuenta.store.activity.Activity;
import dev.cuenta.store.message.Message;
import dev.cuenta.store.message.Messages;
import dev.cuenta.store.revision.LiveRevision;
import dev.cuenta.store.revision.LiveRevisions;
import dev.cuenta.store.revision.Work;
import dev.cuenta.store.role.RoleGrants;
import dev.cuenta.store.sharing.Dependents;
import java.time.Clock;
import java.util.Collection;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.function.Function;
import java.util.stream.Collectors;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Component;

/** What people do with accounts, each in one transaction. */
@Component
public final class AccountUseCases {
    public static final String READ = "accounts.read";
    public static final String WRITE = "accounts.write";

    /** An account as it may leave, with its version for the ETag. */
    public record View(Map<String, Object> json, long version) {}

    private final LiveRevisions live;
    private final NewAccounts newAccounts;
    private final Clock clock;

    AccountUseCases(LiveRevisions live, NewAccounts newAccounts, Clock clock) {
        this.live = live;
        this.newAccounts = newAccounts;
        this.clock = clock;
    }

    /** Makes an account of the default kind, with its profiles, default roles and, where the model says so, a tenant. */
    View signUp(Map<String, Object> body, Origin origin) {
        return live.with(revision -> {
            NewAccounts.SignUp signUp = newAccounts.forSignUp(revision, body);
            return revision.write(work -> {
                AccountId id = newAccounts.storeSignUp(signUp, work);
                new Activity(work).add(Action.SIGNED_UP, id, origin.as(id));
                askToConfirm(work, id, signUp.prepared().account().values());
                return view(work, id, Viewer.of(Set.of(Party.OWNER)));
            });
        });
    }

    /** Makes an account for somebody else. It joins the caller's current tenant, or those that the body names. */
    View create(Caller caller, Map<String, Object> body) {
        return live.with(revision -> {
            caller.require(WRITE, revision.model());
            Optional<TenantId> scope = caller.scope(WRITE, revision.model());
            NewAccounts.Prepared prepared = newAccounts.forOperator(revision, caller, scope.orElse(null), body);
            return revision.write(work -> {
                AccountId id = newAccounts.store(prepared, work);
                new Activity(work).add(Action.ACCOUNT_ADDED, id, caller.origin());
                askToConfirm(work, id, prepared.account().values());
                return view(work, id, caller.viewer(revision.model()));
            });
        });
    }

    /** Whose addresses are new is written to there. */
    static void askToConfirm(Work work, AccountId id, Map<FieldPath, @Nullable Object> values) {
        work.revision().model().fields().values().stream()
                .filter(Field::confirmed)
                .filter(field -> values.get(field.path()) != null)
                .forEach(field -> new Messages(work).ask(id, Message.Purpose.CONFIRM, field.path()));
    }

    private static View view(Work work, AccountId id, Viewer viewer) {
        AccountRecord record = new Accounts(work).find(id, null).orElseThrow();
        return new View(work.revision().projection().project(record, viewer, Set.of()), record.version());
    }

    View own(Caller caller, Set<String> fields) {
        return look(fields, work -> shown(caller, ownRecord(caller, new Accounts(work)::find), fields, work));
    }

    View show(Caller caller, AccountId id, Set<String> fields) {
        return look(
                fields,
                work -> shown(
                        caller, reach(caller, READ, work.revision(), id, new Accounts(work)::find), fields, work));
    }

    /** Who is shown a secret is told of, so that takes a transaction that may write. */
    private View look(Set<String> fields, Function<Work, View> look) {
        return live.with(
                revision -> secrets(revision.model(), fields).isEmpty() ? revision.read(look) : revision.write(look));
    }

    private static View shown(Caller caller, AccountRecord record, Set<String> fields, Work work) {
        View view = project(work.revision(), caller, record, fields);
        tellOfSecrets(caller, List.of(record.id()), fields, work);
        return view;
    }

    /** The secret fields among those that are asked for. */
    static List<String> secrets(AccountModel model, Set<String> fields) {
        return fields.stream()
                .filter(name -> model.field(name).filter(Field::secret).isPresent())
                .sorted()
                .toList();
    }

    static void tellOfSecrets(Caller caller, List<AccountId> accounts, Set<String> fields, Work work) {
        List<String> secrets = secrets(work.revision().model(), fields);
        if (!secrets.isEmpty() && !accounts.isEmpty()) {
            new Activity(work).addAll(Action.SECRET_SHOWN, accounts, caller.origin(), Map.of("fields", secrets));
        }
    }

    /**
     * An account exactly as another party gets it. For administrators: they see what others see, and no value that they may not
     * read themselves.
     *
     * @param as a party of the access matrix; a role also as {@code role:NAME}
     */
    View seenAs(Caller caller, AccountId id, String as, Set<String> fields) {
        return live.with(revision -> revision.write(work -> {
            AccountModel model = revision.model();
            if (caller.roles(model).stream().noneMatch(Role::administers)) {
                throw Problem.of(ProblemKind.FORBIDDEN, "Only an administrator may look at accounts as somebody else.");
            }
            AccountRecord record = reach(caller, READ, revision, id, new Accounts(work)::find);
            Viewer other = revision.matrix().viewer(party(as, revision));
            revision.projection().checkRequested(fields, other);
            Map<String, Object> json =
                    revision.projection().seenAs(record, other, caller.viewer(model, record), fields);
            new Activity(work).add(Action.SEEN_AS, record.id(), caller.origin(), Map.of("as", as));
            tellOfSecrets(caller, List.of(record.id()), fields, work);
            return new View(json, record.version());
        }));
    }

    private static Party party(String as, LiveRevision revision) {
        String name = as.startsWith("role:") ? as.substring("role:".length()) : as;
        List<Party> parties = revision.matrix().parties().stream()
                .filter(party -> !party.equals(Party.GUEST))
                .toList();
        return parties.stream()
                .filter(party -> party.name().equals(name))
                .findFirst()
                .orElseThrow(() -> Problem.invalid(
                        "/as",
                        "unknown",
                        "There is no party `" + as + "` to look as. "
                                + Nearest.advice(
                                        name, parties.stream().map(Party::name).toList())));
    }

    static View project(LiveRevision revision, Caller caller, AccountRecord record, Set<String> fields) {
        Viewer viewer = caller.viewer(revision.model(), record);
        revision.projection().checkRequested(fields, viewer);
        return new View(revision.projection().project(record, viewer, fields), record.version());
    }

    void remove(Caller caller, AccountId id, @Nullable Long expected) {
        live.with(revision -> revision.write(work -> {
            AccountRecord record = reach(caller, WRITE, revision, id, new Accounts(work)::findForChange);
            checkVersion(record, expected);
            guardOtherTenants(caller, revision.model(), record);
            guardLastAdministrator(work, record);
            guardHeld(work, record);
            new Activity(work).add(Action.ACCOUNT_REMOVED, record.id(), caller.origin());
            return new Removal(work).remove(List.of(record.id()));
        }));
    }

    /**
     * Takes out of an account what tells whose it is.
     *
     * @throws Problem CONFLICT where the model does not say what is left of a required field
     */
    void anonymise(Caller caller, AccountId id) {
        live.with(revision -> revision.write(work -> {
            AccountRecord record = reach(caller, WRITE, revision, id, new Accounts(work)::findForChange);
            guardOtherTenants(caller, revision.model(), record);
            guardLastAdministrator(work, record);
            new Activity(work).add(Action.ACCOUNT_ANONYMISED, record.id(), caller.origin());
            return new Anonymisation(work).anonymise(List.of(record.id()), clock.instant());
        }));
    }

    /** Whoever works within one tenant takes nothing away from another, and no administrator. */
    static void guardOtherTenants(Caller caller, AccountModel model, AccountRecord record) {
        boolean everywhere = caller.roles(model).stream().anyMatch(role -> !role.withinTenant() && role.permits(WRITE));
        boolean elsewhere = record.tenants().stream()
                .anyMatch(membership -> !membership.id().equals(caller.tenant()));
        boolean own = record.id().equals(caller.account());
        if (!everywhere && !own && (elsewhere || administers(record, model))) {
            throw Problem.of(
                    ProblemKind.FORBIDDEN,
                    "The account belongs to other tenants too, or administers. Only an administrator may do that.");
        }
    }

    private static void guardHeld(Work work, AccountRecord record) {
        String holders = new Dependents(work)
                .holders(List.of(record.id())).stream()
                        .map(held -> held.service() + " (" + held.sort() + ": " + held.count() + ")")
                        .collect(Collectors.joining(", "));
        if (!holders.isEmpty()) {
            throw Problem.of(
                    ProblemKind.CONFLICT,
                    "Records of services hold the account in place: " + holders
                            + ". Have them released, or move them to another account.");
        }
    }

    static void guardLastAdministrator(Work work, AccountRecord record) {
        if (administers(record, work.revision().model()) && new RoleGrants(work).lockAdministrators() <= 1) {
            throw Problem.of(ProblemKind.CONFLICT, "This is the last administrator. Make another one first.");
        }
    }

    private static boolean administers(AccountRecord record, AccountModel model) {
        return record.roles().stream()
                .filter(given -> given.tenant() == null)
                .flatMap(given -> Optional.ofNullable(model.roles().get(given.role())).stream())
                .anyMatch(Role::administers);
    }

    static void checkVersion(AccountRecord record, @Nullable Long expected) {
        if (expected != null && expected != record.version()) {
            throw Problem.of(
                    ProblemKind.STALE,
                    "You have seen version " + expected + "; the account is at version " + record.version()
                            + ". Read it again and repeat your change.");
        }
    }

    private static AccountRecord ownRecord(Caller caller, Lookup lookup) {
        AccountId own = caller.account();
        if (own == null) {
            throw Problem.of(
                    ProblemKind.NOT_FOUND,
                    caller.service() == null
                            ? "The installation key belongs to nobody. Sign in as a person."
                            : "Name the person for whom the service acts in the header Cuenta-Person.");
        }
        return lookup.find(own, null).orElseThrow(AccountUseCases::noSuchAccount);
    }

    /**
     * The record that a picture belongs to: one's own where no id is given.
     *
     * @throws Problem NOT_FOUND for what is out of the caller's reach
     */
    public static AccountRecord readable(Caller caller, @Nullable AccountId id, Work work) {
        Accounts accounts = new Accounts(work);
        return id == null
                ? ownRecord(caller, accounts::find)
                : reach(caller, READ, work.revision(), id, accounts::find);
    }

    /** Those of the accounts that the caller may read, in one query; one's own among them. */
    public static List<AccountRecord> readable(Caller caller, Collection<AccountId> ids, Work work) {
        AccountModel model = work.revision().model();
        if (ids.isEmpty()) {
            return List.of();
        }
        boolean reads = caller.may(READ, model);
        TenantId scope = reads ? caller.scope(READ, model).orElse(null) : null;
        return new Accounts(work)
                .all(ids).stream()
                        .filter(record -> record.id().equals(caller.account()) || (reads && within(scope, record)))
                        .toList();
    }

    private static boolean within(@Nullable TenantId scope, AccountRecord record) {
        return scope == null
                || record.tenants().stream()
                        .anyMatch(membership -> membership.id().equals(scope));
    }

    /** As {@link #readable}, for whoever may change it; nobody else does before the transaction ends. */
    public static AccountRecord changeable(Caller caller, @Nullable AccountId id, Work work) {
        Accounts accounts = new Accounts(work);
        return id == null
                ? ownRecord(caller, accounts::findForChange)
                : reach(caller, WRITE, work.revision(), id, accounts::findForChange);
    }

    /** One's own record, or one that the permission reaches. What is out of reach is not there. */
    private static AccountRecord reach(
            Caller caller, String permission, LiveRevision revision, AccountId id, Lookup lookup) {
        if (id.equals(caller.account())) {
            return ownRecord(caller, lookup);
        }
        if (!caller.may(permission, revision.model())) {
            throw noSuchAccount();
        }
        return lookup.find(id, caller.scope(permission, revision.model()).orElse(null))
                .orElseThrow(AccountUseCases::noSuchAccount);
    }

    @FunctionalInterface
    private interface Lookup {
        Optional<AccountRecord> find(AccountId id, @Nullable TenantId tenant);
    }

    private static Problem noSuchAccount() {
        return Problem.of(ProblemKind.NOT_FOUND, "There is no such account within your reach.");
    }
}
