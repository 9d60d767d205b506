package dev.cuenta.service.retention;

import dev.cuenta.service.caller.Caller;
import dev.cuenta.wire.Items;
import dev.cuenta.wire.retention.RetentionChoice;
import dev.cuenta.wire.retention.RetentionPreview;
import dev.cuenta.wire.retention.RetentionRule;
import dev.cuenta.wire.retention.RetentionRun;
import dev.cuenta.wire.retention.RetentionRunRequest;
import io.swagger.v3.oas.annotations.Operation;
import jakarta.servlet.http.HttpServletResponse;
import org.springframework.http.HttpHeaders;
import org.springframework.http.HttpStatus;
import org.springframework.web.bind.annotation.DeleteMapping;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;

@RestController
@RequestMapping("/v1/retention")
final class RetentionController {
    private final RetentionUseCases retention;

    RetentionController(RetentionUseCases retention) {
        this.retention = retention;
    }

    @Operation(operationId = "listRetentionRules", summary = "Retention rules")
    @GetMapping("/rules")
    Items<RetentionRule> rules(Caller caller) {
        return new Items<>(retention.rules(caller));
    }

    @Operation(operationId = "previewRetention", summary = "What a rule would take now")
    @PostMapping("/previews")
    RetentionPreview preview(Caller caller, @RequestBody RetentionChoice chosen) {
        return retention.preview(caller, chosen.rule());
    }

    @Operation(
            operationId = "runRetention",
            summary = "Run a rule; `allow` names atMost where it may take more than its limit")
    @PostMapping("/runs")
    @ResponseStatus(HttpStatus.ACCEPTED)
    RetentionRun run(Caller caller, @RequestBody RetentionRunRequest request, HttpServletResponse response) {
        RetentionRun run = retention.begin(caller, request);
        response.setHeader(HttpHeaders.LOCATION, "/v1/retention/runs/" + run.id());
        return run;
    }

    @Operation(operationId = "listRetentionRuns", summary = "Past runs")
    @GetMapping("/runs")
    Items<RetentionRun> runs(Caller caller) {
        return new Items<>(retention.recent(caller));
    }

    @Operation(operationId = "readRetentionRun", summary = "A run and what it has taken")
    @GetMapping("/runs/{id}")
    RetentionRun run(Caller caller, @PathVariable String id) {
        return retention.find(caller, id);
    }

    @Operation(operationId = "withdrawRetentionRun", summary = "Take back a run that waits")
    @DeleteMapping("/runs/{id}")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void withdraw(Caller caller, @PathVariable String id) {
        retention.withdraw(caller, id);
    }
}
