package dev.cuenta.service.password;

import dev.cuenta.service.body.Given;
import dev.cuenta.service.caller.Caller;
import dev.cuenta.service.caller.Doorkeeper;
import dev.cuenta.service.caller.SessionTokens;
import jakarta.servlet.http.HttpServletRequest;
import java.util.Map;
import org.jspecify.annotations.Nullable;
import org.springframework.http.ResponseEntity;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RestController;

@RestController
@RequestMapping("/v1/me/password")
final class PasswordController {
    private final PasswordChange passwords;

    PasswordController(PasswordChange passwords) {
        this.passwords = passwords;
    }

    /** The present password and the one that takes its place. */
    record Wanted(
            @Nullable String current,
            @Nullable String password,
            @Nullable Boolean keepSessions) {}

    @PutMapping
    ResponseEntity<Map<String, Object>> change(Caller caller, @RequestBody Wanted wanted, HttpServletRequest request) {
        PasswordChange.Wish wish = new PasswordChange.Wish(
                Given.text("current", wanted.current()),
                Given.text("password", wanted.password()),
                Boolean.TRUE.equals(wanted.keepSessions()));
        PasswordChange.Changed changed =
                passwords.change(caller, Doorkeeper.token(request).orElse(""), wish);
        return SessionTokens.told(200, changed.token(), Map.of("sessionsEnded", changed.ended()), request);
    }
}
