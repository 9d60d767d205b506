package dev.cuenta.service.confirmation;

import dev.cuenta.core.activity.Origin;
import dev.cuenta.service.body.Given;
import dev.cuenta.service.caller.Caller;
import dev.cuenta.service.caller.OpenToGuests;
import dev.cuenta.service.job.Background;
import java.util.Map;
import org.jspecify.annotations.Nullable;
import org.springframework.http.ResponseEntity;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RestController;

@RestController
@RequestMapping("/v1")
final class ConfirmationController {
    record Shown(@Nullable String token) {}

    record Coded(@Nullable String field, @Nullable String code) {}

    record Wanted(@Nullable String field) {}

    private final ConfirmationUseCases confirmations;
    private final Background background;

    ConfirmationController(ConfirmationUseCases confirmations, Background background) {
        this.confirmations = confirmations;
        this.background = background;
    }

    /** Whoever has the token got it at the address: nobody need be signed in. */
    @OpenToGuests
    @PostMapping("/confirmations")
    Map<String, Object> confirm(@RequestBody Shown shown, Origin origin) {
        return Map.of(
                "field",
                confirmations
                        .confirm(Given.text("token", shown.token()), origin)
                        .toString());
    }

    /** With the code that was sent to a telephone. */
    @PutMapping("/me/confirmations")
    Map<String, Object> confirmByCode(Caller caller, @RequestBody Coded coded) {
        confirmations.confirm(caller, Given.text("field", coded.field()), Given.text("code", coded.code()));
        return Map.of("field", String.valueOf(coded.field()));
    }

    @PostMapping("/me/confirmations")
    ResponseEntity<Void> ask(Caller caller, @RequestBody Wanted wanted) {
        confirmations.ask(caller, Given.text("field", wanted.field()));
        background.hurry();
        return ResponseEntity.accepted().build();
    }
}
