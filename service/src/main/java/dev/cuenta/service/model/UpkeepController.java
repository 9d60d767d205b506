package dev.cuenta.service.model;

import dev.cuenta.service.caller.Caller;
import dev.cuenta.store.compare.IdCosts;
import dev.cuenta.store.live.Revision;
import java.util.List;
import java.util.Map;
import org.jspecify.annotations.Nullable;
import org.springframework.http.ResponseEntity;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.RestController;

@RestController
@RequestMapping("/v1/model")
final class UpkeepController {
    private final UpkeepUseCases upkeep;

    UpkeepController(UpkeepUseCases upkeep) {
        this.upkeep = upkeep;
    }

    @GetMapping("/verification")
    UpkeepUseCases.Verified verify(Caller caller) {
        return upkeep.verify(caller);
    }

    /** How many ids of each scheme to measure with. */
    record Rows(int rows) {}

    @PostMapping("/id-costs")
    Map<String, Object> idCosts(Caller caller, @RequestBody Rows wanted) {
        List<IdCosts.Cost> costs = upkeep.idCosts(caller, wanted.rows());
        return Map.of("items", costs, "words", IdCosts.inWords(costs));
    }

    /** A page at a time, in the order of the former ids. */
    @GetMapping("/former-ids")
    Map<String, Object> formerIds(
            Caller caller,
            @RequestParam(required = false) @Nullable String after,
            @RequestParam(defaultValue = "1000") int limit) {
        return Map.of(
                "items",
                upkeep.formerIds(caller, after, limit).stream()
                        .map(pair -> Map.of(
                                "formerId",
                                pair.formerId().text(),
                                "id",
                                pair.id().text()))
                        .toList());
    }

    @GetMapping("/tables")
    Map<String, Object> tables(Caller caller) {
        return Map.of("items", upkeep.tables(caller));
    }

    @GetMapping("/leftovers")
    Map<String, Object> leftovers(Caller caller) {
        return Map.of("items", upkeep.leftovers(caller));
    }

    /** Up to which revision what was kept aside is to go. */
    record Sweep(int upToRevision) {}

    @PostMapping("/sweeps")
    Map<String, Object> sweep(Caller caller, @RequestBody Sweep sweep) {
        return Map.of("items", upkeep.sweep(caller, sweep.upToRevision()));
    }

    /** What an empty database of the same shape is to be called. */
    record Copy(String name) {}

    @PostMapping("/databases")
    ResponseEntity<Map<String, Object>> emptyCopy(Caller caller, @RequestBody Copy copy) {
        String name = String.valueOf(copy.name());
        Revision revision = upkeep.emptyCopy(caller, name);
        return ResponseEntity.status(201).body(Map.of("name", name, "revision", revision.number()));
    }
}
