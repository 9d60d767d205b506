package dev.cuenta.service.seed;

import dev.cuenta.service.session.Caller;
import java.util.Map;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RestController;

@RestController
final class SeedController {
    private final Seeds seeds;

    SeedController(Seeds seeds) {
        this.seeds = seeds;
    }

    @PostMapping("/v1/seeds")
    Seeds.Sown sow(Caller caller, @RequestBody Map<String, Object> body) {
        return seeds.sow(caller, body);
    }
}
