package dev.cuenta.service.retention;

import dev.cuenta.core.model.RetentionRule;
import dev.cuenta.core.model.Schedule;
import dev.cuenta.core.problem.Problem;
import dev.cuenta.service.caller.Caller;
import dev.cuenta.service.job.Background;
import dev.cuenta.store.retention.RetentionRun;
import java.time.Clock;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Set;
import org.jspecify.annotations.Nullable;
import org.springframework.http.ResponseEntity;
import org.springframework.web.bind.annotation.DeleteMapping;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RestController;

@RestController
@RequestMapping("/v1/retention")
final class RetentionController {
    private static final String LIMIT = "atMost";

    /** @param allow {@code atMost}, where the run may take more than the rule's limit */
    record Wanted(@Nullable String rule, @Nullable List<String> allow) {
        private boolean allowed() {
            List<String> named = allow == null ? List.of() : allow;
            if (!Set.of(LIMIT).containsAll(named)) {
                throw Problem.invalid("/allow", "unknown", "Nothing but `atMost` is to be allowed here.");
            }
            return !named.isEmpty();
        }
    }

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
    private final Clock clock;

    RetentionController(RetentionUseCases retention, Background background, Clock clock) {
        this.clock = clock;
        this.retention = retention;
        this.background = background;
    }

    @GetMapping("/rules")
    Map<String, Object> rules(Caller caller) {
        return Map.of("items", retention.rules(caller).stream().map(this::json).toList());
    }

    @PostMapping("/previews")
    Map<String, Object> preview(Caller caller, @RequestBody Chosen chosen) {
        RetentionUseCases.Preview preview = retention.preview(caller, chosen.name());
        Map<String, Object> json = new LinkedHashMap<>();
        json.put("rule", preview.rule().name());
        json.put("do", word(preview.rule()));
        json.put("cutoff", preview.cutoff().toString());
        json.put("accounts", preview.extent().accounts());
        json.put("atMost", preview.atMost());
        json.put("held", preview.held());
        json.put("first", preview.first());
        json.put("dependents", preview.extent().dependents());
        json.put("estimated", preview.extent().estimated());
        return json;
    }

    @PostMapping("/runs")
    ResponseEntity<Map<String, Object>> run(Caller caller, @RequestBody Wanted wanted) {
        RetentionRun run = retention.begin(caller, new Chosen(wanted.rule()).name(), wanted.allowed());
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

    @DeleteMapping("/runs/{id}")
    ResponseEntity<Void> withdraw(Caller caller, @PathVariable String id) {
        retention.withdraw(caller, id);
        return ResponseEntity.noContent().build();
    }

    private Map<String, Object> json(RetentionRule rule) {
        Map<String, Object> json = new LinkedHashMap<>();
        json.put("name", rule.name());
        json.put("where", rule.whereText());
        json.put("after", rule.after().toString());
        json.put("since", rule.since());
        json.put("do", word(rule));
        json.put(
                "atMost",
                Map.of(
                        "share",
                        rule.atMost().percent().toPlainString() + " %",
                        "count",
                        rule.atMost().count()));
        Schedule schedule = rule.schedule();
        if (schedule != null) {
            json.put("at", schedule.at());
            json.put("timeZone", schedule.timeZone().getId());
            schedule.after(clock.instant()).ifPresent(next -> json.put("next", next.toString()));
        }
        return json;
    }

    private static String word(RetentionRule rule) {
        return rule.action().name().toLowerCase(Locale.ROOT);
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
        if (run.atMost() != null) {
            json.put("atMost", run.atMost());
        }
        json.put("taken", run.taken());
        return json;
    }
}
