package dev.cuenta.service.password;

import dev.cuenta.core.account.AccountId;
import dev.cuenta.core.account.AccountRecord;
import dev.cuenta.core.account.Scope;
import dev.cuenta.core.activity.Action;
import dev.cuenta.core.activity.Origin;
import dev.cuenta.core.model.AccountModel;
import dev.cuenta.core.model.Field;
import dev.cuenta.core.problem.Problem;
import dev.cuenta.service.caller.Tokens;
import dev.cuenta.service.confirmation.Confirmations;
import dev.cuenta.service.job.Background;
import dev.cuenta.service.load.Throttle;
import dev.cuenta.service.message.Notices;
import dev.cuenta.store.account.Accounts;
import dev.cuenta.store.account.Controlled;
import dev.cuenta.store.activity.Activity;
import dev.cuenta.store.live.LiveRevisions;
import dev.cuenta.store.message.Message;
import dev.cuenta.store.message.Proofs;
import dev.cuenta.store.password.Credentials;
import dev.cuenta.store.session.ResetRequests;
import dev.cuenta.store.session.Sessions;
import java.time.Clock;
import java.util.List;
import org.springframework.stereotype.Component;

/** Whoever forgot their password gets a link, and chooses another. */
@Component
final class PasswordReset {
    private record Found(AccountRecord record, List<String> last) {}

    private final LiveRevisions live;
    private final Passwords passwords;
    private final Throttle throttle;
    private final Background background;
    private final Clock clock;

    PasswordReset(LiveRevisions live, Passwords passwords, Throttle throttle, Background background, Clock clock) {
        this.background = background;
        this.clock = clock;
        this.throttle = throttle;
        this.live = live;
        this.passwords = passwords;
    }

    /**
     * Takes down that somebody wants a link: one row, whether there is such an account or not, so the time says nothing about that
     * either. {@link ResetRequestsJob} finds out whose it is.
     */
    void ask(String identifier, Origin origin) {
        throttle.countReset(
                String.valueOf(origin.address()),
                () -> live.with(revision -> revision.write(Scope.EVERYWHERE, work -> {
                    new ResetRequests(work).add(identifier);
                    return identifier;
                })));
        background.hurry();
    }

    /** Sets the password, and ends every session of the account. A password that is refused does not use the token up. */
    void choose(String token, String password, Origin origin) {
        live.with(revision -> {
            AccountModel model = revision.model();
            Found found = revision.read(
                    Scope.EVERYWHERE,
                    work -> new Proofs(work)
                            .find(Message.Purpose.RESET, Tokens.hash(token))
                            .flatMap(proven -> new Accounts(work).find(proven.account()))
                            .map(record -> new Found(record, new Credentials(work).last(record.id())))
                            .orElseThrow(PasswordReset::unknown));
            passwords.refuseFormer(password, model.password(), found.last());
            String hash =
                    passwords.hash(password, model.password(), found.record().identifiers(model));
            return revision.write(Scope.EVERYWHERE, work -> {
                Proofs proofs = new Proofs(work);
                Proofs.Proven proven =
                        proofs.take(Message.Purpose.RESET, Tokens.hash(token)).orElseThrow(PasswordReset::unknown);
                AccountId account = proven.account();
                // Whoever has the link reads what comes to the address.
                if (model.field(proven.field()).filter(Field::confirmed).isPresent()
                        && !proofs.isConfirmed(account, proven.field())) {
                    new Confirmations(work).confirm(proven, origin.as(account), clock.instant());
                }
                Controlled own = Controlled.byOwner(account);
                new Credentials(work).set(own, hash);
                new Activity(work).add(Action.PASSWORD_RESET, account, origin.as(account));
                Notices.tell(work, account, Message.Purpose.PASSWORD_CHANGED);
                return new Sessions(work).endAll(own);
            });
        });
    }

    private static Problem unknown() {
        return Problem.invalid("/token", "unknown", Tokens.NO_PROOF);
    }
}
