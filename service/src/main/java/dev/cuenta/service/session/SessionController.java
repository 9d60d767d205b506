package dev.cuenta.service.session;

import dev.cuenta.core.activity.Origin;
import dev.cuenta.service.caller.Caller;
import dev.cuenta.service.caller.Doorkeeper;
import dev.cuenta.service.caller.OpenToGuests;
import dev.cuenta.service.caller.SessionTokens;
import dev.cuenta.wire.session.SignIn;
import dev.cuenta.wire.session.SignedIn;
import dev.cuenta.wire.session.TenantChoice;
import io.swagger.v3.oas.annotations.Operation;
import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import java.util.Optional;
import org.springframework.http.HttpHeaders;
import org.springframework.http.HttpStatus;
import org.springframework.web.bind.annotation.DeleteMapping;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;

@RestController
@RequestMapping("/v1/sessions")
final class SessionController {
    private final SessionUseCases sessions;

    SessionController(SessionUseCases sessions) {
        this.sessions = sessions;
    }

    @OpenToGuests
    @Operation(operationId = "signIn", summary = "Sign in")
    @PostMapping
    @ResponseStatus(HttpStatus.CREATED)
    SignedIn signIn(
            @RequestBody SignIn signIn, Origin origin, HttpServletRequest request, HttpServletResponse response) {
        String agent =
                Optional.ofNullable(request.getHeader(HttpHeaders.USER_AGENT)).orElse("");
        SessionUseCases.Opened opened = sessions.signIn(signIn, agent, origin);
        return new SignedIn(
                opened.account().text(), opened.expires(), SessionTokens.told(opened.token(), request, response));
    }

    @Operation(operationId = "chooseTenant", summary = "Choose the tenant that the session's requests are about")
    @PutMapping("/current/tenant")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void choose(Caller caller, @RequestBody TenantChoice chosen, HttpServletRequest request) {
        Doorkeeper.token(request).ifPresent(token -> sessions.choose(caller, token, chosen.tenant()));
    }

    /** Ends the session at once, on every instance. */
    @Operation(operationId = "signOut", summary = "Sign out")
    @DeleteMapping("/current")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void signOut(Caller caller, HttpServletRequest request, HttpServletResponse response) {
        Doorkeeper.token(request).ifPresent(token -> sessions.signOut(caller, token));
        response.addHeader(HttpHeaders.SET_COOKIE, SessionTokens.gone(request));
    }
}
