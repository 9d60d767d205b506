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
        bindOutbox(registry);
        bindPublish(registry);
        read(
                "cuenta.retention.waiting",
                "Runs of rules that wait to be allowed",
                registry,
                shared(runs::recent),
                recent -> recent.stream().filter(RetentionRun::waiting).count());
    }

    private void bindOutbox(MeterRegistry registry) {
        SharedAnswer<Messages.Outbox> outbox = shared(() -> connections.each(Messages::outbox));
        read("cuenta.messages.due", "Messages that are to be sent", registry, outbox, Messages.Outbox::due);
        read(
                "cuenta.messages.waiting",
                "For how long the oldest message has been due, in seconds",
                registry,
                outbox,
                told -> secondsSince(told.oldest()));
        read(
                "cuenta.messages.failed",
                "Messages that failed on their last try",
                registry,
                outbox,
                Messages.Outbox::putAside);
    }

    private void bindPublish(MeterRegistry registry) {
        SharedAnswer<Optional<Revision>> unfinished = shared(revisions::unfinished);
        read(
                "cuenta.publish.records",
                "Records of the publish's present step",
                registry,
                unfinished,
                publish -> publish.map(Revision::rowsTotal).orElse(0L));
        read(
                "cuenta.publish.done",
                "Those of them that are done",
                registry,
                unfinished,
                publish -> publish.map(Revision::rowsDone).orElse(0L));
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

    private static <T> SharedAnswer<T> shared(Supplier<T> question) {
        return new SharedAnswer<>(question, System::nanoTime);
    }

    private static <T> void read(
            String name, String description, MeterRegistry registry, SharedAnswer<T> answer, Function<T, Number> part) {
        Gauge.builder(name, () -> answer.read(part)).description(description).register(registry);
    }
}
