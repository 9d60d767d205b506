package dev.cuenta.service.sample;

import dev.cuenta.service.caller.Caller;
import dev.cuenta.wire.sample.SampleRequest;
import dev.cuenta.wire.sample.SamplesMade;
import io.swagger.v3.oas.annotations.Operation;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RestController;

@RestController
final class SampleController {
    private final SampleAccounts samples;

    SampleController(SampleAccounts samples) {
        this.samples = samples;
    }

    @Operation(operationId = "makeSamples", summary = "Make sample accounts")
    @PostMapping("/v1/samples")
    SamplesMade make(Caller caller, @RequestBody SampleRequest wanted) {
        return new SamplesMade(samples.make(caller, wanted));
    }
}
