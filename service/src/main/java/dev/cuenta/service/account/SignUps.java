package dev.cuenta.service.account;

import dev.cuenta.core.access.Viewer;
import dev.cuenta.core.account.AccountId;
import dev.cuenta.core.account.Scope;
import dev.cuenta.core.activity.Action;
import dev.cuenta.core.activity.Origin;
import dev.cuenta.core.model.Field;
import dev.cuenta.core.model.Party;
import dev.cuenta.core.problem.Problem;
import dev.cuenta.core.problem.ProblemKind;
import dev.cuenta.service.Settings;
import dev.cuenta.service.account.AccountUseCases.View;
import dev.cuenta.service.account.NewAccounts.SignUp;
import dev.cuenta.service.load.Throttle;
import dev.cuenta.service.session.PrivateAddresses;
import dev.cuenta.store.account.Accounts;
import dev.cuenta.store.activity.Activity;
import dev.cuenta.store.live.LiveRevision;
import dev.cuenta.store.live.LiveRevisions;
import dev.cuenta.store.live.Work;
import dev.cuenta.store.message.Message;
import dev.cuenta.store.message.Messages;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.Set;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Component;

/** Making an account for oneself. */
@Component
final class SignUps {
    private final LiveRevisions live;
    private final NewAccounts newAccounts;
    private final Throttle throttle;
    private final Settings settings;

    SignUps(LiveRevisions live, NewAccounts newAccounts, Throttle throttle, Settings settings) {
        this.live = live;
        this.newAccounts = newAccounts;
        this.throttle = throttle;
        this.settings = settings;
    }

    /**
     * Makes an account of the default kind, with its profiles, default roles and, where the model says so, a tenant.
     *
     * @return empty where sign-ups are private: whoever has the address learns by mail what came of it
     * @throws Problem TAKEN naming a field whose value another account has
     */
    Optional<View> signUp(Map<String, Object> body, Origin origin) {
        return live.with(revision -> {
            boolean quiet = settings.privateSignUp() && PrivateAddresses.present(revision.model());
            return newAccounts.signUp(revision, body, origin, signUp -> {
                try {
                    View made = revision.write(Scope.EVERYWHERE, work -> made(signUp, origin, work));
                    return quiet ? Optional.empty() : Optional.of(made);
                } catch (Problem refused) {
                    Field taken = quiet ? takenAddress(refused, revision) : null;
                    if (taken == null) {
                        throw refused;
                    }
                    tellOwner(taken, signUp, revision);
                    return Optional.empty();
                }
            });
        });
    }

    private View made(SignUp signUp, Origin origin, Work work) {
        AccountId id = newAccounts.storeSignUp(signUp, work);
        new Activity(work).add(Action.SIGNED_UP, id, origin.as(id));
        AccountUseCases.askToConfirm(work, id, signUp.prepared().account().values());
        return AccountUseCases.view(work, id, Viewer.of(Set.of(Party.OWNER)));
    }

    private static @Nullable Field takenAddress(Problem refused, LiveRevision revision) {
        return refused.kind() != ProblemKind.TAKEN
                ? null
                : PrivateAddresses.of(revision.model())
                        .filter(field -> refused.violations().stream()
                                .anyMatch(taken ->
                                        taken.pointer().equals(field.path().pointer())))
                        .findFirst()
                        .orElse(null);
    }

    /** Some times in an hour: whoever signs up again and again with somebody's address may want to flood it. */
    private void tellOwner(Field address, SignUp signUp, LiveRevision revision) {
        Object value =
                Objects.requireNonNull(signUp.prepared().account().values().get(address.path()));
        revision.write(
                Scope.EVERYWHERE,
                work -> new Accounts(work)
                        .byUnique(address, value)
                        .filter(throttle::mayTellOfSignUp)
                        .map(owner -> {
                            new Messages(work).ask(owner, Message.Purpose.SIGN_UP_REPEATED, address.path());
                            return owner;
                        }));
    }
}
