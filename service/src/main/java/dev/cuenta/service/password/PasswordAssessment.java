package dev.cuenta.service.password;

import dev.cuenta.core.activity.Origin;
import dev.cuenta.core.problem.Problem;
import dev.cuenta.service.body.Given;
import dev.cuenta.service.body.Violations;
import dev.cuenta.service.load.Throttle;
import dev.cuenta.store.live.LiveRevisions;
import dev.cuenta.wire.password.PasswordAssessed;
import dev.cuenta.wire.password.PasswordAssessmentRequest;
import java.util.List;
import org.springframework.stereotype.Component;

/** What a password that nobody has chosen yet is worth by the live model's rules. */
@Component
final class PasswordAssessment {
    private static final int MOST_IDENTIFIERS = 10;

    private final LiveRevisions live;
    private final Passwords passwords;
    private final Throttle throttle;

    PasswordAssessment(LiveRevisions live, Passwords passwords, Throttle throttle) {
        this.live = live;
        this.passwords = passwords;
        this.throttle = throttle;
    }

    PasswordAssessed of(PasswordAssessmentRequest asked, Origin origin) {
        String password = asked.password().value();
        List<String> identifiers = asked.identifiers() == null ? List.of() : asked.identifiers();
        if (password.length() > Given.LONGEST || identifiers.size() > MOST_IDENTIFIERS) {
            throw Problem.invalid("/password", "required", "Give `password` as a text, and at most ten `identifiers`.");
        }
        Passwords.Assessment assessed = throttle.countAssessment(
                String.valueOf(origin.address()),
                () -> live.with(
                        revision -> passwords.assess(password, revision.model().password(), identifiers)));
        return new PasswordAssessed(
                dev.cuenta.wire.password.Strength.valueOf(assessed.strength().name()),
                assessed.violations().stream().map(Violations::wire).toList());
    }
}
