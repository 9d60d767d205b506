package dev.cuenta.service.activity;

import dev.cuenta.core.account.AccountId;
import dev.cuenta.service.caller.Caller;
import dev.cuenta.wire.activity.ActivityPage;
import dev.cuenta.wire.activity.ActivityVerification;
import io.swagger.v3.oas.annotations.Operation;
import io.swagger.v3.oas.annotations.Parameter;
import org.jspecify.annotations.Nullable;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.RestController;

@RestController
@RequestMapping("/v1")
final class ActivityController {
    private final ActivityUseCases activity;

    ActivityController(ActivityUseCases activity) {
        this.activity = activity;
    }

    @Operation(operationId = "listActivity", summary = "Who did what to which record, newest first")
    @GetMapping("/activity")
    ActivityPage list(
            Caller caller,
            @Parameter(description = "to which account") @RequestParam(required = false) @Nullable String account,
            @Parameter(description = "by whom: an account's id") @RequestParam(required = false) @Nullable
                    String person,
            @Parameter(description = "by which service") @RequestParam(required = false) @Nullable String service,
            @Parameter(description = "such as account-changed") @RequestParam(required = false) @Nullable String action,
            @Parameter(description = "1 to 200") @RequestParam(defaultValue = "50") int limit,
            @Parameter(description = "next of the page before") @RequestParam(required = false) @Nullable Long before) {
        return activity.list(caller, new ActivityUseCases.Request(account, person, service, action, limit, before));
    }

    @Operation(operationId = "listOwnActivity", summary = "What was done to the caller's account, newest first")
    @GetMapping("/me/activity")
    ActivityPage own(
            Caller caller,
            @Parameter(description = "1 to 200") @RequestParam(defaultValue = "50") int limit,
            @Parameter(description = "next of the page before") @RequestParam(required = false) @Nullable Long before) {
        return activity.of(caller, null, limit, before);
    }

    @Operation(operationId = "listActivityOf", summary = "What was done to the account, newest first")
    @GetMapping("/accounts/{id}/activity")
    ActivityPage of(
            Caller caller,
            @PathVariable String id,
            @Parameter(description = "1 to 200") @RequestParam(defaultValue = "50") int limit,
            @Parameter(description = "next of the page before") @RequestParam(required = false) @Nullable Long before) {
        return activity.of(caller, new AccountId(id), limit, before);
    }

    /** Whether anything was changed, taken out or put in since it was told. */
    @Operation(operationId = "verifyActivity", summary = "Whether the chain over activity fits")
    @GetMapping("/activity/verification")
    ActivityVerification verify(Caller caller) {
        return activity.verify(caller);
    }
}
