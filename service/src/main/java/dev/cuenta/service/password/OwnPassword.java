package dev.cuenta.service.password;

import dev.cuenta.core.account.AccountId;
import dev.cuenta.core.account.Scope;
import dev.cuenta.core.problem.Problem;
import dev.cuenta.service.load.Throttle;
import dev.cuenta.store.live.LiveRevision;
import dev.cuenta.store.password.Credentials;
import java.util.Optional;
import org.springframework.stereotype.Component;

/**
 * Asks whoever is signed in for their present password, before something that a session alone must not do. Tries are counted wherever
 * they come from: whoever makes them has a session of the account.
 */
@Component
public final class OwnPassword {
    private final Passwords passwords;
    private final Throttle throttle;

    OwnPassword(Passwords passwords, Throttle throttle) {
        this.passwords = passwords;
        this.throttle = throttle;
    }

    /**
     * Verifies it. Not within a transaction: that takes its time.
     *
     * @param pointer where the password stands in the request
     * @return its hash; empty for an account without a password, which nothing fits
     * @throws Problem INVALID where it is not the present one; TOO_MANY after some of these
     */
    public Optional<String> require(AccountId account, String password, String pointer, LiveRevision revision) {
        String tried = "own password of " + account.text();
        return throttle.guard(tried, () -> {
            Optional<String> hash = revision.read(Scope.EVERYWHERE, work -> new Credentials(work).hashOf(account));
            if (!passwords.verify(hash, password, revision.model().password())) {
                throw Problem.invalid(pointer, "wrong", "This is not your current password.");
            }
            return hash;
        });
    }
}
