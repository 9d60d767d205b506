package dev.cuenta.service.password;

import dev.cuenta.store.live.LiveRevisions;
import java.util.List;
import org.springframework.stereotype.Component;

/** What a password that nobody has chosen yet is worth by the live model's rules. */
@Component
final class PasswordAssessment {
    private final LiveRevisions live;
    private final Passwords passwords;

    PasswordAssessment(LiveRevisions live, Passwords passwords) {
        this.live = live;
        this.passwords = passwords;
    }

    Passwords.Assessment of(String password, List<String> identifiers) {
        return live.with(revision -> passwords.assess(password, revision.model().password(), identifiers));
    }
}
