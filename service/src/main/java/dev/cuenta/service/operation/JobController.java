package dev.cuenta.service.operation;

import dev.cuenta.service.caller.Caller;
import dev.cuenta.service.job.JobStatus;
import dev.cuenta.store.database.Waits;
import dev.cuenta.store.message.Messages;
import java.util.LinkedHashMap;
import java.util.Map;
import org.jspecify.annotations.Nullable;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RestController;

@RestController
@RequestMapping("/v1/jobs")
final class JobController {
    private final JobUseCases jobs;

    JobController(JobUseCases jobs) {
        this.jobs = jobs;
    }

    /** Of the instance that is asked; what waits in the database, and messages, are those of all. */
    @GetMapping
    Map<String, Object> overview(Caller caller) {
        JobUseCases.Overview overview = jobs.overview(caller);
        return Map.of(
                "items", overview.jobs().stream().map(JobController::json).toList(),
                "waits", overview.waits().stream().map(JobController::json).toList(),
                "messages", json(overview.messages()));
    }

    @PostMapping("/messages")
    Map<String, Object> tryAgain(Caller caller) {
        return Map.of("messages", jobs.tryAgain(caller));
    }

    private static Map<String, Object> json(JobStatus job) {
        Map<String, Object> json = new LinkedHashMap<>();
        json.put("title", job.title());
        put("runningSince", job.runningSince(), json);
        put("lastEnded", job.lastEnded(), json);
        put("failure", job.failure(), json);
        put("failedAt", job.failedAt(), json);
        return json;
    }

    private static Map<String, Object> json(Waits.Wait wait) {
        Map<String, Object> json = new LinkedHashMap<>();
        json.put("process", wait.process());
        put("since", wait.since(), json);
        json.put("heldBy", Map.of("process", wait.holder(), "user", wait.user(), "program", wait.program()));
        return json;
    }

    private static Map<String, Object> json(Messages.Outbox outbox) {
        Map<String, Object> json = new LinkedHashMap<>();
        json.put("due", outbox.due());
        put("oldest", outbox.oldest(), json);
        json.put("putAside", outbox.putAside());
        return json;
    }

    private static void put(String name, @Nullable Object value, Map<String, Object> json) {
        if (value != null) {
            json.put(name, value.toString());
        }
    }
}
