package dev.cuenta.service.secondfactor;

import dev.cuenta.service.body.Given;
import dev.cuenta.service.caller.Caller;
import dev.cuenta.service.caller.Doorkeeper;
import dev.cuenta.service.caller.SessionTokens;
import dev.cuenta.wire.secondfactor.CodeProof;
import dev.cuenta.wire.secondfactor.PasswordProof;
import dev.cuenta.wire.secondfactor.RecoveryCodes;
import dev.cuenta.wire.secondfactor.SecondFactorSeed;
import dev.cuenta.wire.secondfactor.SecondFactorState;
import io.swagger.v3.oas.annotations.Operation;
import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import org.springframework.http.HttpStatus;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;

@RestController
@RequestMapping("/v1/me/second-factor")
final class SecondFactorController {
    private final SecondFactorUseCases secondFactor;

    SecondFactorController(SecondFactorUseCases secondFactor) {
        this.secondFactor = secondFactor;
    }

    @Operation(operationId = "readSecondFactor", summary = "Whether the account has a second factor")
    @GetMapping
    SecondFactorState state(Caller caller) {
        return secondFactor.state(caller);
    }

    @Operation(
            operationId = "beginSecondFactor",
            summary = "Start adding a second factor (TOTP, RFC 6238); the response shows its seed once")
    @PostMapping
    @ResponseStatus(HttpStatus.CREATED)
    SecondFactorSeed begin(Caller caller, @RequestBody PasswordProof proof) {
        return secondFactor.begin(caller, Given.text("password", proof.password()));
    }

    /** From then on the second factor is asked for. */
    @Operation(
            operationId = "confirmSecondFactor",
            summary = "Finish adding it, with the first code; the response shows recovery codes once")
    @PutMapping
    RecoveryCodes confirm(
            Caller caller, @RequestBody CodeProof proof, HttpServletRequest request, HttpServletResponse response) {
        SecondFactorUseCases.Added added =
                secondFactor.confirm(caller, token(request), Given.text("code", proof.code()));
        return new RecoveryCodes(added.recoveryCodes(), SessionTokens.told(added.token(), request, response));
    }

    @Operation(operationId = "renewRecoveryCodes", summary = "Get other recovery codes")
    @PostMapping("/recovery-codes")
    RecoveryCodes newRecoveryCodes(Caller caller, @RequestBody CodeProof proof) {
        return new RecoveryCodes(
                secondFactor.newRecoveryCodes(caller, proof.code().value()), null);
    }

    @Operation(operationId = "removeSecondFactor", summary = "Take one's own second factor away")
    @PostMapping("/removal")
    SecondFactorState remove(
            Caller caller, @RequestBody CodeProof proof, HttpServletRequest request, HttpServletResponse response) {
        String token = secondFactor.remove(caller, token(request), proof.code().value());
        return new SecondFactorState(false, null, null, SessionTokens.told(token, request, response));
    }

    private static String token(HttpServletRequest request) {
        return Doorkeeper.token(request).orElse("");
    }
}
