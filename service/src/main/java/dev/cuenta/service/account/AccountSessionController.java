package dev.cuenta.service.account;

import dev.cuenta.core.account.AccountId;
import dev.cuenta.service.caller.Caller;
import dev.cuenta.wire.Items;
import dev.cuenta.wire.session.OpenSession;
import dev.cuenta.wire.session.SessionsEnded;
import io.swagger.v3.oas.annotations.Operation;
import org.springframework.http.HttpStatus;
import org.springframework.web.bind.annotation.DeleteMapping;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;

@RestController
@RequestMapping("/v1")
final class AccountSessionController {
    private final AccountSessions sessions;

    AccountSessionController(AccountSessions sessions) {
        this.sessions = sessions;
    }

    @Operation(operationId = "listOwnSessions", summary = "Where the caller is signed in")
    @GetMapping("/me/sessions")
    Items<OpenSession> own(Caller caller) {
        return new Items<>(sessions.list(caller, null));
    }

    @Operation(operationId = "endOwnSession", summary = "End one of the caller's sessions")
    @DeleteMapping("/me/sessions/{session}")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void endOwn(Caller caller, @PathVariable String session) {
        sessions.end(caller, null, session);
    }

    @Operation(operationId = "endOwnSessions", summary = "End all of the caller's sessions")
    @DeleteMapping("/me/sessions")
    SessionsEnded endAllOwn(Caller caller) {
        return new SessionsEnded(sessions.endAll(caller, null));
    }

    @Operation(operationId = "listSessions", summary = "Where the account is signed in")
    @GetMapping("/accounts/{id}/sessions")
    Items<OpenSession> list(Caller caller, @PathVariable String id) {
        return new Items<>(sessions.list(caller, new AccountId(id)));
    }

    @Operation(operationId = "removeSecondFactorOf", summary = "Take the second factor of an account away")
    @DeleteMapping("/accounts/{id}/second-factor")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void removeSecondFactor(Caller caller, @PathVariable String id) {
        sessions.removeSecondFactor(caller, new AccountId(id));
    }

    @Operation(operationId = "endSession", summary = "End one of the account's sessions")
    @DeleteMapping("/accounts/{id}/sessions/{session}")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void end(Caller caller, @PathVariable String id, @PathVariable String session) {
        sessions.end(caller, new AccountId(id), session);
    }

    @Operation(operationId = "endSessions", summary = "End all of the account's sessions")
    @DeleteMapping("/accounts/{id}/sessions")
    SessionsEnded endAll(Caller caller, @PathVariable String id) {
        return new SessionsEnded(sessions.endAll(caller, new AccountId(id)));
    }
}
