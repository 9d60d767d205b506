package dev.cuenta.service.account;

import dev.cuenta.core.access.Viewer;
import dev.cuenta.core.account.AccountId;
import dev.cuenta.core.account.AccountRecord;
import dev.cuenta.core.account.Needs;
import dev.cuenta.core.account.Scope;
import dev.cuenta.core.activity.Action;
import dev.cuenta.core.finding.Nearest;
import dev.cuenta.core.model.AccountModel;
import dev.cuenta.core.model.Field;
import dev.cuenta.core.model.FieldPath;
import dev.cuenta.core.model.Party;
import dev.cuenta.core.model.Role;
import dev.cuenta.core.permission.CuentaPermission;
import dev.cuenta.core.problem.Problem;
import dev.cuenta.core.problem.ProblemKind;
import dev.cuenta.service.caller.Caller;
import dev.cuenta.store.account.Accounts;
import dev.cuenta.store.account.Anonymisation;
import dev.cuenta.store.account.Changeable;
import dev.cuenta.store.account.Controlled;
import dev.cuenta.store.account.Removal;
import dev.cuenta.store.activity.Activity;
import dev.cuenta.store.live.LiveRevision;
import dev.cuenta.store.live.LiveRevisions;
import dev.cuenta.store.live.Work;
import dev.cuenta.store.message.Message;
import dev.cuenta.store.message.Messages;
import dev.cuenta.store.role.Administrators;
import dev.cuenta.store.sharing.Dependents;
import java.time.Clock;
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

    /** Makes an account for somebody else. It joins the caller's current tenant, or those that the body names. */
    View create(Caller caller, Map<String, Object> body) {
        return live.with(revision -> {
            Scope scope = caller.scope(CuentaPermission.ACCOUNTS_WRITE, revision.model());
            NewAccounts.Prepared prepared = newAccounts.forOperator(revision, caller, scope, body);
            return revision.write(scope, work -> {
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

    static View view(Work work, AccountId id, Viewer viewer) {
        AccountRecord record = new Accounts(work).find(id).orElseThrow();
        return new View(work.revision().projection().project(record, viewer, Set.of()), record.version());
    }

    /** @param id null for the caller's own */
    View show(Caller caller, @Nullable AccountId id, Set<String> fields) {
        return live.with(revision -> {
            Reach reach = Reach.toRead(caller, id, revision.model());
            Needs needs = caller.needs(revision, fields);
            Function<Work, View> look = work -> shown(caller, reach.read(work, needs), fields, work);
            return showing(caller, revision, reach.scope(), fields, look);
        });
    }

    /** Who is shown a secret is told of, so that takes a transaction that may write. */
    static <T> T showing(
            Caller caller, LiveRevision revision, Scope scope, Set<String> fields, Function<Work, T> look) {
        return secrets(revision.model(), fields).isEmpty()
                ? revision.read(scope, caller.premises(), look)
                : revision.write(scope, look);
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
        return live.with(revision -> {
            if (caller.service() != null
                    || caller.roles(revision.model()).stream().noneMatch(Role::administers)) {
                throw Problem.of(ProblemKind.FORBIDDEN, "Only an administrator may view accounts as another party.");
            }
            Reach reach = Reach.toRead(caller, id, revision.model());
            return revision.write(reach.scope(), work -> seenAs(caller, reach.read(work), as, fields, work));
        });
    }

    private static View seenAs(Caller caller, AccountRecord record, String as, Set<String> fields, Work work) {
        LiveRevision revision = work.revision();
        Viewer looker = caller.viewer(revision.model(), record);
        Viewer other = revision.matrix().viewer(party(as, revision)).in(looker.scope());
        revision.projection().checkRequested(fields, other);
        Map<String, Object> json = revision.projection().seenAs(record, other, looker, fields);
        new Activity(work).add(Action.SEEN_AS, record.id(), caller.origin(), Map.of("as", as));
        tellOfSecrets(caller, List.of(record.id()), fields, work);
        return new View(json, record.version());
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

    void remove(Caller caller, AccountId id, IfMatch expected) {
        live.with(revision -> {
            Reach reach = Reach.toChange(caller, id, revision.model());
            return revision.write(reach.scope(), work -> {
                Changeable account = reach.change(work);
                expected.check(account.record());
                Controlled controlled = account.controlled();
                guardLastAdministrator(work, account.record());
                guardHeld(work, account.record());
                new Activity(work).add(Action.ACCOUNT_REMOVED, account.id(), caller.origin());
                return new Removal(work).remove(List.of(controlled));
            });
        });
    }

    /**
     * Takes out of an account what tells whose it is.
     *
     * @throws Problem CONFLICT where the model does not say what is left of a required field
     */
    void anonymise(Caller caller, AccountId id) {
        live.with(revision -> {
            Reach reach = Reach.toChange(caller, id, revision.model());
            return revision.write(reach.scope(), work -> {
                Changeable account = reach.change(work);
                Controlled controlled = account.controlled();
                guardLastAdministrator(work, account.record());
                new Activity(work).add(Action.ACCOUNT_ANONYMISED, account.id(), caller.origin());
                return new Anonymisation(work).anonymise(List.of(controlled), clock.instant());
            });
        });
    }

    private static void guardHeld(Work work, AccountRecord record) {
        String holders = new Dependents(work)
                .holders(List.of(record.id())).stream()
                        .map(held -> held.service() + " (" + held.sort() + ": " + held.count() + ")")
                        .collect(Collectors.joining(", "));
        if (!holders.isEmpty()) {
            throw Problem.of(
                    ProblemKind.CONFLICT,
                    "Records of services depend on the account: " + holders
                            + ". Have them released, or move them to another account.");
        }
    }

    /**
     * Lets whoever administers stop doing so only while somebody else does.
     *
     * @throws Problem CONFLICT where nobody else would administer for good
     */
    public static void guardLastAdministrator(Work work, AccountRecord record) {
        if (administers(record, work.revision().model()) && new Administrators(work).lockOthers(record.id()) == 0) {
            throw Problem.of(
                    ProblemKind.CONFLICT,
                    "Nobody else who can sign in administers. Make another administrator with a password first.");
        }
    }

    private static boolean administers(AccountRecord record, AccountModel model) {
        return record.roles().stream()
                .filter(given -> given.tenant() == null)
                .flatMap(given -> Optional.ofNullable(model.roles().get(given.role())).stream())
                .anyMatch(Role::administers);
    }
}
