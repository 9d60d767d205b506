package dev.cuenta.service.password;

import dev.cuenta.core.activity.Origin;
import dev.cuenta.service.caller.OpenToGuests;
import dev.cuenta.wire.password.PasswordAssessed;
import dev.cuenta.wire.password.PasswordAssessmentRequest;
import io.swagger.v3.oas.annotations.Operation;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RestController;

/** Says beside a form what a password is worth, and which rules it breaks. Nothing of it is kept. */
@RestController
@RequestMapping("/v1/password-assessments")
final class PasswordAssessmentController {
    private final PasswordAssessment assessment;

    PasswordAssessmentController(PasswordAssessment assessment) {
        this.assessment = assessment;
    }

    @OpenToGuests
    @Operation(operationId = "assessPassword", summary = "What a password would be worth, and which rules it breaks")
    @PostMapping
    PasswordAssessed assess(@RequestBody PasswordAssessmentRequest asked, Origin origin) {
        return assessment.of(asked, origin);
    }
}
