package dev.cuenta.service.sharing;

import dev.cuenta.service.caller.Asker;
import dev.cuenta.service.caller.OpenToServices;
import dev.cuenta.wire.sharing.AccountsQuestion;
import dev.cuenta.wire.sharing.AllowedAccounts;
import dev.cuenta.wire.sharing.AllowedPermissions;
import dev.cuenta.wire.sharing.PermissionAnswer;
import dev.cuenta.wire.sharing.PermissionQuestion;
import dev.cuenta.wire.sharing.PermissionsQuestion;
import io.swagger.v3.oas.annotations.Operation;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RestController;

@RestController
final class PermissionCheckController {
    private final PermissionChecks checks;

    PermissionCheckController(PermissionChecks checks) {
        this.checks = checks;
    }

    @OpenToServices(with = OpenToServices.Part.ASKS)
    @Operation(operationId = "checkPermission", summary = "Ask whether an account may do something")
    @PostMapping("/v1/checks")
    PermissionAnswer check(Asker asker, @RequestBody PermissionQuestion question) {
        return asker.read(caller -> checks.allowed(caller, question));
    }

    @OpenToServices(with = OpenToServices.Part.ASKS)
    @Operation(operationId = "checkAccounts", summary = "Ask which of up to 1,000 accounts may do something")
    @PostMapping("/v1/checks/accounts")
    AllowedAccounts check(Asker asker, @RequestBody AccountsQuestion question) {
        return asker.read(caller -> checks.allowed(caller, question));
    }

    @OpenToServices(with = OpenToServices.Part.ASKS)
    @Operation(operationId = "checkPermissions", summary = "Ask what an account may do")
    @PostMapping("/v1/checks/permissions")
    AllowedPermissions check(Asker asker, @RequestBody PermissionsQuestion question) {
        return asker.read(caller -> checks.permissions(caller, question));
    }
}
