package dev.cuenta.service.account;

import dev.cuenta.core.account.AccountId;
import dev.cuenta.service.caller.Caller;
import java.util.Map;
import org.springframework.http.ResponseEntity;
import org.springframework.web.bind.annotation.DeleteMapping;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RestController;

@RestController
@RequestMapping("/v1")
final class AccountSessionController {
    private final AccountSessions sessions;

    AccountSessionController(AccountSessions sessions) {
        this.sessions = sessions;
    }

    @GetMapping("/me/sessions")
    Map<String, Object> own(Caller caller) {
        return Map.of("items", sessions.list(caller, null));
    }

    @DeleteMapping("/me/sessions/{session}")
    ResponseEntity<Void> endOwn(Caller caller, @PathVariable String session) {
        sessions.end(caller, null, session);
        return ResponseEntity.noContent().build();
    }

    @DeleteMapping("/me/sessions")
    Map<String, Object> endAllOwn(Caller caller) {
        return Map.of("ended", sessions.endAll(caller, null));
    }

    @GetMapping("/accounts/{id}/sessions")
    Map<String, Object> list(Caller caller, @PathVariable String id) {
        return Map.of("items", sessions.list(caller, new AccountId(id)));
    }

    @DeleteMapping("/accounts/{id}/second-factor")
    ResponseEntity<Void> removeSecondFactor(Caller caller, @PathVariable String id) {
        sessions.removeSecondFactor(caller, new AccountId(id));
        return ResponseEntity.noContent().build();
    }

    @DeleteMapping("/accounts/{id}/sessions/{session}")
    ResponseEntity<Void> end(Caller caller, @PathVariable String id, @PathVariable String session) {
        sessions.end(caller, new AccountId(id), session);
        return ResponseEntity.noContent().build();
    }

    @DeleteMapping("/accounts/{id}/sessions")
    Map<String, Object> endAll(Caller caller, @PathVariable String id) {
        return Map.of("ended", sessions.endAll(caller, new AccountId(id)));
    }
}
