package dev.cuenta.service.model;

import dev.cuenta.service.caller.Caller;
import dev.cuenta.wire.Items;
import dev.cuenta.wire.upkeep.DatabaseMade;
import dev.cuenta.wire.upkeep.FormerId;
import dev.cuenta.wire.upkeep.IdCosts;
import dev.cuenta.wire.upkeep.IdCostsRequest;
import dev.cuenta.wire.upkeep.Leftover;
import dev.cuenta.wire.upkeep.ModelTable;
import dev.cuenta.wire.upkeep.ModelVerification;
import dev.cuenta.wire.upkeep.NewDatabase;
import dev.cuenta.wire.upkeep.Sweep;
import io.swagger.v3.oas.annotations.Operation;
import io.swagger.v3.oas.annotations.Parameter;
import org.jspecify.annotations.Nullable;
import org.springframework.http.HttpStatus;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;

@RestController
@RequestMapping("/v1/model")
final class UpkeepController {
    private final UpkeepUseCases upkeep;

    UpkeepController(UpkeepUseCases upkeep) {
        this.upkeep = upkeep;
    }

    @Operation(operationId = "verifyModel", summary = "Compare the database with the live revision")
    @GetMapping("/verification")
    ModelVerification verify(Caller caller) {
        return upkeep.verify(caller);
    }

    @Operation(operationId = "measureIds", summary = "Measure what each id scheme costs on this database")
    @PostMapping("/id-costs")
    IdCosts idCosts(Caller caller, @RequestBody IdCostsRequest wanted) {
        return upkeep.idCosts(caller, wanted.rows());
    }

    /** A page at a time, in the order of the former ids. */
    @Operation(
            operationId = "listFormerIds",
            summary = "Which id an account had before ids became another sort of value")
    @GetMapping("/former-ids")
    Items<FormerId> formerIds(
            Caller caller,
            @Parameter(description = "the last former id of the page before") @RequestParam(required = false) @Nullable
                    String after,
            @Parameter(description = "1 to 5000") @RequestParam(defaultValue = "1000") int limit) {
        return new Items<>(upkeep.formerIds(caller, after, limit));
    }

    @Operation(operationId = "listTables", summary = "The tables of the live model, with their sizes")
    @GetMapping("/tables")
    Items<ModelTable> tables(Caller caller) {
        return new Items<>(upkeep.tables(caller));
    }

    @Operation(operationId = "listLeftovers", summary = "What publishing set aside")
    @GetMapping("/leftovers")
    Items<Leftover> leftovers(Caller caller) {
        return new Items<>(upkeep.leftovers(caller));
    }

    @Operation(operationId = "sweep", summary = "Delete for good what publishing set aside")
    @PostMapping("/sweeps")
    Items<Leftover> sweep(Caller caller, @RequestBody Sweep sweep) {
        return new Items<>(upkeep.sweep(caller, sweep.upToRevision()));
    }

    @Operation(operationId = "makeDatabase", summary = "Make a database with the live shape and no records, for tests")
    @PostMapping("/databases")
    @ResponseStatus(HttpStatus.CREATED)
    DatabaseMade emptyCopy(Caller caller, @RequestBody NewDatabase copy) {
        return upkeep.emptyCopy(caller, copy.name());
    }
}
