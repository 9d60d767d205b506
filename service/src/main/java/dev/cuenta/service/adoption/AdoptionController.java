package dev.cuenta.service.adoption;

import dev.cuenta.service.body.BodyUpTo;
import dev.cuenta.service.caller.Caller;
import dev.cuenta.wire.Items;
import dev.cuenta.wire.adoption.AdoptedId;
import dev.cuenta.wire.adoption.AdoptionResult;
import dev.cuenta.wire.adoption.AdoptionSummary;
import io.swagger.v3.oas.annotations.Operation;
import io.swagger.v3.oas.annotations.Parameter;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.RestController;

@RestController
@RequestMapping("/v1/adoptions")
final class AdoptionController {
    private final AdoptionUseCases adoptions;

    AdoptionController(AdoptionUseCases adoptions) {
        this.adoptions = adoptions;
    }

    @Operation(operationId = "listAdoptions", summary = "Where accounts were adopted from")
    @GetMapping
    Items<AdoptionSummary> list(Caller caller) {
        return new Items<>(adoptions.summaries(caller));
    }

    @BodyUpTo(mebibytes = 20)
    @Operation(operationId = "adopt", summary = "Make accounts of rows of another program, up to 500 at once")
    @PostMapping("/{source}")
    Items<AdoptionResult> adopt(
            Caller caller, @PathVariable String source, @RequestBody dev.cuenta.wire.adoption.AdoptedRows rows) {
        return new Items<>(adoptions.adopt(caller, AdoptedRows.read(source, rows)).stream()
                .map(Result::wire)
                .toList());
    }

    @Operation(operationId = "listAdoptedIds", summary = "Which row is which account")
    @GetMapping("/{source}/ids")
    Items<AdoptedId> ids(
            Caller caller,
            @PathVariable String source,
            @Parameter(description = "the last key of the page before") @RequestParam(defaultValue = "") String after,
            @Parameter(description = "1 to 5000") @RequestParam(defaultValue = "1000") int limit) {
        return new Items<>(adoptions.ids(caller, source, after, limit));
    }
}
