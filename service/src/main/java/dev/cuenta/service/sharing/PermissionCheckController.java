package dev.cuenta.service.sharing;

import dev.cuenta.service.caller.Caller;
import dev.cuenta.service.caller.OpenToServices;
import java.util.Map;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RestController;

@RestController
final class PermissionCheckController {
    private final PermissionChecks checks;

    PermissionCheckController(PermissionChecks checks) {
        this.checks = checks;
    }

    @OpenToServices
    @PostMapping("/v1/checks")
    Map<String, Object> check(Caller caller, @RequestBody PermissionChecks.Question question) {
        return Map.of("allowed", checks.allowed(caller, question));
    }
}
