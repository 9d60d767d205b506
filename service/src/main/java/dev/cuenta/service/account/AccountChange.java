package dev.cuenta.service.account;

import dev.cuenta.core.access.Viewer;
import dev.cuenta.core.account.AccountId;
import dev.cuenta.core.account.AccountRecord;
import dev.cuenta.core.account.TenantId;
import dev.cuenta.core.activity.Action;
import dev.cuenta.core.activity.FieldChanges;
import dev.cuenta.core.model.AccountModel;
import dev.cuenta.core.model.Field;
import dev.cuenta.core.model.FieldPath;
import dev.cuenta.core.problem.Problem;
import dev.cuenta.core.problem.Violation;
import dev.cuenta.core.type.FieldType.Delivery;
import dev.cuenta.service.account.AccountUseCases.View;
import dev.cuenta.service.body.Given;
import dev.cuenta.service.caller.Asker;
import dev.cuenta.service.caller.Caller;
import dev.cuenta.service.password.OwnPassword;
import dev.cuenta.store.account.Accounts;
import dev.cuenta.store.account.Changeable;
import dev.cuenta.store.activity.Activity;
import dev.cuenta.store.live.LiveRevision;
import dev.cuenta.store.live.LiveRevisions;
import dev.cuenta.store.live.Work;
import dev.cuenta.store.message.Message;
import dev.cuenta.store.message.Messages;
import java.time.Clock;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Stream;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Component;

/** Changing values and roles of an account. */
@Component
final class AccountChange {
    /** In a body beside the fields: whoever changes what they sign in with shows that they are themselves. */
    private static final String CURRENT_PASSWORD = "currentPassword";

    /**
     * What is asked for.
     *
     * @param proven whether the caller has shown their present password
     */
    private record Wish(Map<String, Object> body, boolean proven, IfMatch expected) {}

    private final LiveRevisions live;
    private final OwnPassword ownPassword;
    private final Clock clock;

    AccountChange(LiveRevisions live, OwnPassword ownPassword, Clock clock) {
        this.live = live;
        this.ownPassword = ownPassword;
        this.clock = clock;
    }

    View changeOwn(Caller caller, Map<String, Object> patch, IfMatch expected) {
        return change(caller, null, patch, expected);
    }

    /** Applies a JSON Merge Patch. A password is tried for nobody but whoever is found to ask now. */
    View change(Asker asker, AccountId id, Map<String, Object> patch, IfMatch expected) {
        return patch.containsKey(CURRENT_PASSWORD)
                ? change(asker.caller(), id, patch, expected)
                : asker.change(caller -> change(caller, id, patch, expected));
    }

    /** @param id null for one's own */
    private View change(Caller caller, @Nullable AccountId id, Map<String, Object> patch, IfMatch expected) {
        return live.with(revision -> {
            Reach reach = Reach.toChange(caller, id, revision.model()).at(place(caller, patch, revision.model()));
            Wish wish = wish(caller, caller.owns(reach.id()), patch, expected, revision);
            return revision.write(
                    reach.scope(), caller.premises(), work -> change(work, caller, reach.change(work), wish));
        });
    }

    /** The request's tenant, where the patch gives what an account has in each of its tenants. */
    private static @Nullable TenantId place(Caller caller, Map<String, Object> patch, AccountModel model) {
        return patch.keySet().stream().anyMatch(model::isWithinTenant) ? caller.tenant() : null;
    }

    private Wish wish(Caller caller, boolean own, Map<String, Object> patch, IfMatch expected, LiveRevision revision) {
        Map<String, Object> body = new LinkedHashMap<>(patch);
        if (!own || !body.containsKey(CURRENT_PASSWORD)) {
            return new Wish(body, false, expected);
        }
        String password = Given.text(CURRENT_PASSWORD, body.remove(CURRENT_PASSWORD));
        if (caller.account() == null) {
            throw Problem.invalid("/" + CURRENT_PASSWORD, "type", "Only a person has a current password.");
        }
        ownPassword.require(caller.account(), password, "/" + CURRENT_PASSWORD, revision);
        return new Wish(body, true, expected);
    }

    private View change(Work work, Caller caller, Changeable account, Wish wish) {
        AccountRecord record = account.record();
        LiveRevision revision = work.revision();
        AccountModel model = revision.model();
        wish.expected().check(record);
        Optional<RoleChange> roles = RoleChange.take(wish.body(), caller, model, record);
        refuseFixed(wish.body());
        Viewer viewer = caller.viewer(model, record).in(work.scope());
        var kind = model.kindNamed(record.kind());
        var values = revision.admission().forChange(viewer, kind, wish.body());
        Map<FieldPath, @Nullable Object> changed = new LinkedHashMap<>(values);
        changed.entrySet()
                .removeIf(entry ->
                        Objects.equals(entry.getValue(), record.values().get(entry.getKey())));
        if (record.id().equals(caller.account()) && !wish.proven()) {
            requireProof(model, changed.keySet());
        }
        if (changed.isEmpty() && roles.filter(RoleChange::any).isEmpty()) {
            return AccountUseCases.project(revision, caller, record, Set.of());
        }
        Accounts accounts = new Accounts(work);
        accounts.change(account, values, clock.instant());
        tellBothAddresses(work, record, changed);
        AccountUseCases.askToConfirm(work, record.id(), changed);
        roles.ifPresent(change -> change.apply(work, account, caller.giver()));
        Map<String, Object> details = new LinkedHashMap<>();
        details.put("fields", FieldChanges.between(model, record.values(), values));
        roles.ifPresent(change -> change.tell(details, caller.giver()));
        new Activity(work).add(Action.ACCOUNT_CHANGED, record.id(), caller.origin(), details);
        return AccountUseCases.project(
                revision, caller, accounts.find(record.id()).orElseThrow(), Set.of());
    }

    private static void requireProof(AccountModel model, Set<FieldPath> changed) {
        Stream<Field> fields = changed.stream().flatMap(path -> model.field(path).stream());
        fields.filter(field -> field.signIn() || field.confirmed()).findFirst().ifPresent(field -> {
            throw Problem.invalid(
                    "/" + CURRENT_PASSWORD,
                    "required",
                    "Changing `" + field.path() + "` requires your current password: send it as `" + CURRENT_PASSWORD
                            + "` beside it.");
        });
    }

    /** Whoever loses the address learns of it there; a new one that is confirmed gets a link for that anyway. */
    private static void tellBothAddresses(Work work, AccountRecord record, Map<FieldPath, @Nullable Object> changed) {
        Messages messages = new Messages(work);
        changed.forEach((path, next) -> work.revision()
                .model()
                .field(path)
                .filter(field -> field.type().isReachedBy(Delivery.MAIL) && (field.signIn() || field.confirmed()))
                .ifPresent(field -> {
                    if (record.values().get(path) instanceof String before) {
                        messages.tell(record.id(), Message.Purpose.ADDRESS_LEFT, path, before);
                    }
                    if (next != null && !field.confirmed()) {
                        messages.ask(record.id(), Message.Purpose.ADDRESS_TAKEN, path);
                    }
                }));
    }

    private static void refuseFixed(Map<String, Object> body) {
        List<Violation> fixed = List.of("id", "kind", "displayName", "tenants", "meta", "password").stream()
                .filter(body::containsKey)
                .map(name -> new Violation("/" + name, "notWritable", "`" + name + "` cannot be changed here."))
                .toList();
        if (!fixed.isEmpty()) {
            throw Problem.invalid(fixed);
        }
    }
}
