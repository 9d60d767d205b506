package dev.cuenta.service.secondfactor;

import dev.cuenta.service.body.Given;
import dev.cuenta.service.caller.Caller;
import dev.cuenta.service.caller.Doorkeeper;
import dev.cuenta.service.caller.SessionTokens;
import dev.cuenta.service.qr.QrPicture;
import jakarta.servlet.http.HttpServletRequest;
import java.util.LinkedHashMap;
import java.util.Map;
import org.jspecify.annotations.Nullable;
import org.springframework.http.ResponseEntity;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RestController;

@RestController
@RequestMapping("/v1/me/second-factor")
final class SecondFactorController {
    record Begin(@Nullable String password) {}

    record Code(@Nullable String code) {}

    private final SecondFactorUseCases secondFactor;

    SecondFactorController(SecondFactorUseCases secondFactor) {
        this.secondFactor = secondFactor;
    }

    @GetMapping
    Map<String, Object> state(Caller caller) {
        SecondFactorUseCases.State state = secondFactor.state(caller);
        Map<String, Object> json = new LinkedHashMap<>();
        json.put("active", state.since() != null);
        if (state.since() != null) {
            json.put("since", state.since().toString());
            json.put("recoveryCodesLeft", state.recoveryCodesLeft());
        }
        return json;
    }

    /** The seed for an authenticator, as a text, as an address and as a QR code of that; told once. */
    @PostMapping
    ResponseEntity<Map<String, Object>> begin(Caller caller, @RequestBody Begin begin) {
        SecondFactorUseCases.Begun begun = secondFactor.begin(caller, Given.text("password", begin.password()));
        Map<String, Object> json = new LinkedHashMap<>();
        json.put("seed", begun.seed());
        json.put("uri", begun.uri());
        json.put("qr", QrPicture.svg(begun.uri()));
        json.put("qrText", QrPicture.text(begun.uri()));
        return ResponseEntity.status(201).body(json);
    }

    /** The first code; from then on the second factor is asked for. */
    @PutMapping
    ResponseEntity<Map<String, Object>> confirm(Caller caller, @RequestBody Code code, HttpServletRequest request) {
        SecondFactorUseCases.Added added =
                secondFactor.confirm(caller, token(request), Given.text("code", code.code()));
        return SessionTokens.told(200, added.token(), Map.of("recoveryCodes", added.recoveryCodes()), request);
    }

    @PostMapping("/recovery-codes")
    Map<String, Object> newRecoveryCodes(Caller caller, @RequestBody Code code) {
        return Map.of("recoveryCodes", secondFactor.newRecoveryCodes(caller, code.code()));
    }

    @PostMapping("/removal")
    ResponseEntity<Map<String, Object>> remove(Caller caller, @RequestBody Code code, HttpServletRequest request) {
        String token = secondFactor.remove(caller, token(request), code.code());
        return SessionTokens.told(200, token, Map.of("active", false), request);
    }

    private static String token(HttpServletRequest request) {
        return Doorkeeper.token(request).orElse("");
    }
}
