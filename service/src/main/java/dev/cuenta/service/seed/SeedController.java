package dev.cuenta.service.seed;

import dev.cuenta.service.body.BodyUpTo;
import dev.cuenta.service.caller.Caller;
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
    @PostMapping("/v1/seeds")
    Seeds.Sown sow(Caller caller, @RequestBody Seeds.Seed seed) {
        return seeds.sow(caller, seed);
    }
}
