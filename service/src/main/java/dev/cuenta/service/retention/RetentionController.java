package dev.cuenta.service.retention;

import dev.cuenta.core.model.RetentionRule;
import dev.cuenta.core.problem.Problem;
import dev.cuenta.service.job.Background;
import dev.cuenta.service.session.Caller;
import dev.cuenta.store.retention.RetentionRun;
import java.util.LinkedHashMap;
import java.util.Map;
import org.jspecify.annotations.Nullable;
import org.springframework.http.ResponseEntity;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RestController;

@RestController
@RequestMapping("/v1/retention")
final class RetentionController {
    record Chosen(@Nullable String rule) {
        String name() {
            if (rule == null) {
                throw Problem.invalid("/rule", "required", "Name the rule. GET /v1/retention/rules lists them.");
            }
            return rule;
        }
    }

    private final RetentionUseCases retention;
    private final Background background;

    RetentionController(RetentionUseCases retention, Background background) {
        this.retention = retention;
        this.background = background;
    }

    @GetMapping("/rules")
    Map<String, Object> rules(Caller caller) {
        return Map.of(
                "items",
                retention.rules(caller).stream().map(RetentionController::json).toList());
    }

    @PostMapping("/previews")
    Map<String, Object> preview(Caller caller, @RequestBody Chosen chosen) {
        RetentionUseCases.Preview preview = retention.preview(caller, chosen.name());
        Map<String, Object> json = new LinkedHashMap<>();
        json.put("rule", preview.rule());
        json.put("cutoff", preview.cutoff().toString());
        json.put("accounts", preview.accounts());
        json.put("first", preview.first());
        json.put("dependents", preview.dependents());
        return json;
    }

    @PostMapping("/runs")
    ResponseEntity<Map<String, Object>> run(Caller caller, @RequestBody Chosen chosen) {
        RetentionRun run = retention.begin(caller, chosen.name());
        background.hurry();
        return ResponseEntity.accepted()
                .header("Location", "/v1/retention/runs/" + run.id())
                .body(json(run));
    }

    @GetMapping("/runs")
    Map<String, Object> runs(Caller caller) {
        return Map.of(
                "items",
                retention.recent(caller).stream().map(RetentionController::json).toList());
    }

    @GetMapping("/runs/{id}")
    Map<String, Object> run(Caller caller, @PathVariable String id) {
        return json(retention.find(caller, id));
    }

    private static Map<String, Object> json(RetentionRule rule) {
        Map<String, Object> json = new LinkedHashMap<>();
        json.put("name", rule.name());
        json.put("where", rule.whereText());
        json.put("after", rule.after().toString());
        json.put("since", rule.since());
        json.put("do", "delete");
        return json;
    }

    private static Map<String, Object> json(RetentionRun run) {
        Map<String, Object> json = new LinkedHashMap<>();
        json.put("id", run.id().toString());
        json.put("rule", run.rule());
        json.put("state", run.state());
        json.put("cutoff", run.cutoff().toString());
        json.put("startedBy", run.startedBy());
        json.put("startedAt", run.startedAt().toString());
        if (run.finishedAt() != null) {
            json.put("finishedAt", run.finishedAt().toString());
        }
        json.put("matched", run.matched());
        json.put("deleted", run.deleted());
        return json;
    }
}
