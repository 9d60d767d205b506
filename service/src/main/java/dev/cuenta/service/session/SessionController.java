package dev.cuenta.service.session;

import dev.cuenta.core.activity.Origin;
import dev.cuenta.service.caller.Caller;
import dev.cuenta.service.caller.Doorkeeper;
import dev.cuenta.service.caller.OpenToGuests;
import dev.cuenta.service.caller.SessionTokens;
import jakarta.servlet.http.HttpServletRequest;
import java.util.LinkedHashMap;
import java.util.Map;
import java.util.Optional;
import org.jspecify.annotations.Nullable;
import org.springframework.http.HttpHeaders;
import org.springframework.http.ResponseEntity;
import org.springframework.web.bind.annotation.DeleteMapping;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RestController;

@RestController
@RequestMapping("/v1/sessions")
final class SessionController {
    record Chosen(@Nullable String tenant) {}

    private final SessionUseCases sessions;

    SessionController(SessionUseCases sessions) {
        this.sessions = sessions;
    }

    @OpenToGuests
    @PostMapping
    ResponseEntity<Map<String, Object>> signIn(
            @RequestBody Map<String, Object> body, HttpServletRequest request, Origin origin) {
        String agent =
                Optional.ofNullable(request.getHeader(HttpHeaders.USER_AGENT)).orElse("");
        SessionUseCases.Opened opened = sessions.signIn(body, agent, origin);
        Map<String, Object> answer = new LinkedHashMap<>();
        answer.put("account", opened.account().text());
        answer.put("expires", opened.expires().toString());
        return SessionTokens.told(201, opened.token(), answer, request);
    }

    /** Which tenant the session's requests are about from now on; without one, none in particular. */
    @PutMapping("/current/tenant")
    ResponseEntity<Void> choose(Caller caller, @RequestBody Chosen chosen, HttpServletRequest request) {
        Doorkeeper.token(request).ifPresent(token -> sessions.choose(caller, token, chosen.tenant()));
        return ResponseEntity.noContent().build();
    }

    /** Ends the session at once, on every instance. */
    @DeleteMapping("/current")
    ResponseEntity<Void> signOut(Caller caller, HttpServletRequest request) {
        Doorkeeper.token(request).ifPresent(token -> sessions.signOut(caller, token));
        return ResponseEntity.noContent()
                .header(HttpHeaders.SET_COOKIE, SessionTokens.gone(request))
                .build();
    }
}
