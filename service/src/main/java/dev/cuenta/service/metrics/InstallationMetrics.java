package dev.cuenta.service.metrics;

import com.zaxxer.hikari.HikariDataSource;
import dev.cuenta.service.job.Background;
import dev.cuenta.service.job.JobStatus;
import dev.cuenta.service.password.Familiarity;
import dev.cuenta.service.password.Passwords;
import dev.cuenta.store.database.Connections;
import dev.cuenta.store.live.Revision;
import dev.cuenta.store.live.Revisions;
import dev.cuenta.store.message.Messages;
import dev.cuenta.store.retention.RetentionRun;
import dev.cuenta.store.retention.RetentionRuns;
import io.micrometer.core.instrument.FunctionCounter;
import io.micrometer.core.instrument.Gauge;
import io.micrometer.core.instrument.MeterRegistry;
import io.micrometer.core.instrument.binder.MeterBinder;
import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.util.Locale;
import java.util.Optional;
import java.util.function.Function;
import java.util.function.Supplier;
import java.util.function.ToDoubleFunction;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Component;

/** What there is to do, what is being done, and what waits. What only the database knows is asked for when metrics are read. */
@Component
final class InstallationMetrics implements MeterBinder {
    private final Background background;
    private final Passwords passwords;
    private final Connections connections;
    private final Revisions revisions;
    private final RetentionRuns runs;
    private final Clock clock;

    InstallationMetrics(
            Background background,
            Passwords passwords,
            Connections connections,
            Revisions revisions,
            RetentionRuns runs,
            Clock clock) {
        this.background = background;
        this.passwords = passwords;
        this.connections = connections;
        this.revisions = revisions;
        this.runs = runs;
        this.clock = clock;
    }

    @Override
    public void bindTo(MeterRegistry registry) {
        connections.pool(HikariDataSource.class).setMetricRegistry(registry);
        background.status().forEach(job -> bind(job.title(), registry));
        for (Familiarity familiarity : Familiarity.values()) {
            Gauge.builder("cuenta.hashing", () -> passwords.occupied(familiarity))
                    .description("Passwords that are being hashed, or wait for it")
                    .tag("asker", familiarity.name().toLowerCase(Locale.ROOT))
                    .register(registry);
        }
        asked("cuenta.messages.due", "Messages that are to be sent", registry, () -> outbox(Messages.Outbox::due));
        asked(
                "cuenta.messages.waiting",
                "For how long the oldest message has been due, in seconds",
                registry,
                () -> outbox(outbox -> secondsSince(outbox.oldest())));
        asked(
                "cuenta.messages.failed",
                "Messages that failed on their last try",
                registry,
                () -> outbox(Messages.Outbox::putAside));
        asked(
                "cuenta.publish.records",
                "Records of the publish's present step",
                registry,
                publishing(Revision::rowsTotal));
        asked("cuenta.publish.done", "Those of them that are done", registry, publishing(Revision::rowsDone));
        asked("cuenta.retention.waiting", "Runs of rules that wait to be allowed", registry, this::waitingRuns);
    }

    private void bind(String title, MeterRegistry registry) {
        Gauge.builder("cuenta.job.running", () -> secondsSince(status(title, JobStatus::runningSince)))
                .description("For how long a job has been at work, in seconds; 0 while it has nothing to do")
                .tag("job", title)
                .register(registry);
        FunctionCounter.builder("cuenta.job.failures", background, jobs -> failures(title))
                .description("How often a job was stopped by an error, to be tried again")
                .tag("job", title)
                .register(registry);
    }

    private double failures(String title) {
        Long failures = status(title, JobStatus::failures);
        return failures == null ? 0 : failures;
    }

    private <T> @Nullable T status(String title, Function<JobStatus, @Nullable T> asked) {
        return background.status().stream()
                .filter(job -> job.title().equals(title))
                .findFirst()
                .map(asked)
                .orElse(null);
    }

    private double secondsSince(@Nullable Instant moment) {
        return moment == null ? 0 : Duration.between(moment, clock.instant()).toMillis() / 1000.0;
    }

    /** Not a number while the database cannot be asked: everything else is told meanwhile. */
    private static void asked(String name, String description, MeterRegistry registry, Supplier<Number> question) {
        Gauge.builder(name, () -> {
                    try {
                        return question.get();
                    } catch (RuntimeException away) {
                        return Double.NaN;
                    }
                })
                .description(description)
                .register(registry);
    }

    private double outbox(ToDoubleFunction<Messages.Outbox> asked) {
        return asked.applyAsDouble(connections.each(Messages::outbox));
    }

    private Supplier<Number> publishing(ToDoubleFunction<Revision> asked) {
        return () -> {
            Optional<Revision> unfinished = revisions.unfinished();
            return unfinished.map(asked::applyAsDouble).orElse(0.0);
        };
    }

    private Number waitingRuns() {
        return runs.recent().stream().filter(RetentionRun::waiting).count();
    }
}
