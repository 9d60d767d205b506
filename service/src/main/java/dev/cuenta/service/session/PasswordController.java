package dev.cuenta.service.session;

import dev.cuenta.core.problem.Problem;
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
    private static final int LONGEST = 1024;

    private final PasswordChange passwords;

    PasswordController(PasswordChange passwords) {
        this.passwords = passwords;
    }

    @PutMapping
    ResponseEntity<Map<String, Object>> change(
            Caller caller, @RequestBody Map<String, Object> body, HttpServletRequest request) {
        PasswordChange.Wish wish = new PasswordChange.Wish(
                text(body, "current"), text(body, "password"), Boolean.TRUE.equals(body.get("keepSessions")));
        PasswordChange.Changed changed =
                passwords.change(caller, Doorkeeper.token(request).orElse(""), wish);
        return SessionTokens.told(200, changed.token(), Map.of("sessionsEnded", changed.ended()), request);
    }

    private static String text(Map<String, Object> body, String key) {
        if (body.get(key) instanceof String text && !text.isEmpty() && text.length() <= LONGEST) {
            return text;
        }
        throw Problem.invalid("/" + key, "required", "Give `" + key + "` as a text.");
    }
}
