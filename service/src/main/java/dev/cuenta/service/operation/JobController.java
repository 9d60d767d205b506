package dev.cuenta.service.operation;

import dev.cuenta.service.caller.Caller;
import dev.cuenta.wire.job.Jobs;
import dev.cuenta.wire.job.MessagesRetried;
import io.swagger.v3.oas.annotations.Operation;
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
    @Operation(operationId = "readJobs", summary = "What the service does by itself, and what waits")
    @GetMapping
    Jobs overview(Caller caller) {
        return jobs.overview(caller);
    }

    @Operation(operationId = "retryMessages", summary = "Retry messages that failed for good")
    @PostMapping("/messages")
    MessagesRetried tryAgain(Caller caller) {
        return new MessagesRetried(jobs.tryAgain(caller));
    }
}
