package dev.cuenta.service.password;

import dev.cuenta.core.activity.Origin;
import dev.cuenta.service.body.Given;
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
@RequestMapping("/v1/password-resets")
final class PasswordResetController {
    record Asked(@Nullable String identifier) {}

    record Chosen(@Nullable String token, @Nullable String password) {}

    private final PasswordReset reset;
    private final Background background;

    PasswordResetController(PasswordReset reset, Background background) {
        this.reset = reset;
        this.background = background;
    }

    /** The same answer, whether there is such an account or not. */
    @OpenToGuests
    @PostMapping
    ResponseEntity<Map<String, Object>> ask(@RequestBody Asked asked, Origin origin) {
        reset.ask(Given.text("identifier", asked.identifier()), origin);
        background.hurry();
        return ResponseEntity.accepted().build();
    }

    @OpenToGuests
    @PutMapping
    ResponseEntity<Void> choose(@RequestBody Chosen chosen, Origin origin) {
        reset.choose(Given.text("token", chosen.token()), Given.text("password", chosen.password()), origin);
        return ResponseEntity.noContent().build();
    }
}
