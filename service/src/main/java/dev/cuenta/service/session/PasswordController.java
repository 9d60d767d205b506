package dev.cuenta.service.session;

import jakarta.servlet.http.HttpServletRequest;
import java.util.Map;
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

    @PutMapping
    ResponseEntity<Map<String, Object>> change(
            Caller caller, @RequestBody Map<String, Object> body, HttpServletRequest request) {
        PasswordChange.Wish wish = new PasswordChange.Wish(
                Given.text("current", body.get("current")),
                Given.text("password", body.get("password")),
                Boolean.TRUE.equals(body.get("keepSessions")));
        PasswordChange.Changed changed =
                passwords.change(caller, Doorkeeper.token(request).orElse(""), wish);
        return SessionTokens.told(200, changed.token(), Map.of("sessionsEnded", changed.ended()), request);
    }
}
