package dev.cuenta.service.password;

import dev.cuenta.core.account.AccountId;
import dev.cuenta.core.account.AccountRecord;
import dev.cuenta.core.account.Scope;
import dev.cuenta.core.activity.Action;
import dev.cuenta.core.model.PasswordRules;
import dev.cuenta.core.password.PasswordPolicy;
import dev.cuenta.core.problem.Problem;
import dev.cuenta.core.problem.ProblemKind;
import dev.cuenta.service.body.Given;
import dev.cuenta.service.caller.Caller;
import dev.cuenta.service.caller.SessionTokens;
import dev.cuenta.service.caller.Tokens;
import dev.cuenta.service.message.Notices;
import dev.cuenta.store.account.Accounts;
import dev.cuenta.store.activity.Activity;
import dev.cuenta.store.live.LiveRevision;
import dev.cuenta.store.live.LiveRevisions;
import dev.cuenta.store.message.Message;
import dev.cuenta.store.password.Credentials;
import dev.cuenta.store.session.Sessions;
import java.util.List;
import java.util.Optional;
import org.springframework.stereotype.Component;

/** Whoever is signed in changes their own password. */
@Component
final class PasswordChange {
    private record Present(List<String> identifiers, List<String> last) {}

    private final LiveRevisions live;
    private final Passwords passwords;
    private final OwnPassword ownPassword;

    PasswordChange(LiveRevisions live, Passwords passwords, OwnPassword ownPassword) {
        this.ownPassword = ownPassword;
        this.live = live;
        this.passwords = passwords;
    }

    /**
     * What came of it.
     *
     * @param ended how many other sessions were ended
     * @param token with which the session goes on
     */
    record Changed(int ended, String token) {}

    /**
     * Changes the password of the caller's account. The session goes on with another token.
     *
     * @param token of the session
     */
    Changed change(Caller caller, String token, dev.cuenta.wire.password.PasswordChange wish) {
        String current = Given.text("current", wish.current());
        String password = Given.text("password", wish.password());
        AccountId account = Optional.ofNullable(caller.account())
                .orElseThrow(() -> Problem.of(
                        ProblemKind.FORBIDDEN,
                        "Only a person changes their own password. Sign in first: cuenta sign-in NAME"));
        return live.with(revision -> {
            PasswordRules rules = revision.model().password();
            String before =
                    ownPassword.require(account, current, "/current", revision).orElseThrow();
            Present present = revision.read(
                    Scope.EVERYWHERE, work -> present(account, revision, new Accounts(work), new Credentials(work)));
            if (PasswordPolicy.normal(current).equals(PasswordPolicy.normal(password))) {
                throw Problem.invalid("/password", "same", "This is your current password. Choose another.");
            }
            passwords.refuseFormer(password, rules, present.last());
            String hash = passwords.hash(password, rules, present.identifiers());
            return revision.write(Scope.EVERYWHERE, work -> {
                if (!new Credentials(work).change(account, before, hash)) {
                    throw Problem.of(
                            ProblemKind.CONFLICT, "The password was changed meanwhile. Sign in again, and look.");
                }
                new Activity(work).add(Action.PASSWORD_CHANGED, account, caller.origin());
                Notices.tell(work, account, Message.Purpose.PASSWORD_CHANGED);
                int ended = Boolean.TRUE.equals(wish.keepSessions())
                        ? 0
                        : new Sessions(work).endOthers(account, Tokens.hash(token));
                return new Changed(ended, SessionTokens.renewed(token, caller.strong(), work));
            });
        });
    }

    private static Present present(
            AccountId account, LiveRevision revision, Accounts accounts, Credentials credentials) {
        AccountRecord record = accounts.find(account).orElseThrow();
        return new Present(record.identifiers(revision.model()), credentials.last(account));
    }
}
