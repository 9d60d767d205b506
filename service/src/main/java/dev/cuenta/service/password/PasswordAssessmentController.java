package dev.cuenta.service.password;

import dev.cuenta.core.activity.Origin;
import dev.cuenta.core.problem.Problem;
import dev.cuenta.service.body.Given;
import dev.cuenta.service.caller.OpenToGuests;
import dev.cuenta.service.load.Throttle;
import java.util.List;
import java.util.Map;
import org.jspecify.annotations.Nullable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RestController;

/** Says beside a form what a password is worth, and which rules it breaks. Nothing of it is kept. */
@RestController
@RequestMapping("/v1/password-assessments")
final class PasswordAssessmentController {
    private static final int MOST_IDENTIFIERS = 10;

    record Asked(@Nullable String password, @Nullable List<String> identifiers) {}

    private final PasswordAssessment assessment;

    private final Throttle throttle;

    PasswordAssessmentController(PasswordAssessment assessment, Throttle throttle) {
        this.throttle = throttle;
        this.assessment = assessment;
    }

    @OpenToGuests
    @PostMapping
    Map<String, Object> assess(@RequestBody Asked asked, Origin origin) {
        List<String> identifiers = asked.identifiers() == null ? List.of() : asked.identifiers();
        if (asked.password() == null
                || asked.password().length() > Given.LONGEST
                || identifiers.size() > MOST_IDENTIFIERS) {
            throw Problem.invalid("/password", "required", "Give `password` as a text, and at most ten `identifiers`.");
        }
        String password = asked.password();
        Passwords.Assessment assessed =
                throttle.countAssessment(String.valueOf(origin.address()), () -> assessment.of(password, identifiers));
        return Map.of("strength", assessed.strength().word(), "violations", assessed.violations());
    }
}
