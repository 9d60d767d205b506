package dev.cuenta.service.seed;

import dev.cuenta.service.body.BodyUpTo;
import dev.cuenta.service.caller.Caller;
import dev.cuenta.wire.sample.Seed;
import dev.cuenta.wire.sample.Seeded;
import io.swagger.v3.oas.annotations.Operation;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RestController;

@RestController
final class SeedController {
    private final Seeds seeds;

    SeedController(Seeds seeds) {
        this.seeds = seeds;
    }

    @BodyUpTo(mebibytes = 8)
    @Operation(operationId = "seed", summary = "Create tenants and accounts; existing ones stay as they are")
    @PostMapping("/v1/seeds")
    Seeded sow(Caller caller, @RequestBody Seed seed) {
        return seeds.sow(caller, seed);
    }
}
