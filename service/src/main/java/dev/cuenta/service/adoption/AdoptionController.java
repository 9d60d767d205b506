package dev.cuenta.service.adoption;

import dev.cuenta.service.body.BodyUpTo;
import dev.cuenta.service.caller.Caller;
import java.util.Map;
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

    @GetMapping
    Map<String, Object> list(Caller caller) {
        return Map.of("items", adoptions.summaries(caller));
    }

    /** Rows of one source, up to 500 at once. */
    @BodyUpTo(mebibytes = 20)
    @PostMapping("/{source}")
    Map<String, Object> adopt(Caller caller, @PathVariable String source, @RequestBody AdoptedRows.Sent sent) {
        return Map.of("items", adoptions.adopt(caller, AdoptedRows.read(source, sent)));
    }

    /** The map of ids of one source, a page at a time. */
    @GetMapping("/{source}/ids")
    Map<String, Object> ids(
            Caller caller,
            @PathVariable String source,
            @RequestParam(defaultValue = "") String after,
            @RequestParam(defaultValue = "1000") int limit) {
        return Map.of("items", adoptions.ids(caller, source, after, limit));
    }
}
