package dev.cuenta.service.metrics;

import java.time.Duration;
import java.util.Optional;
import java.util.function.Function;
import java.util.function.LongSupplier;
import java.util.function.Supplier;
import org.jspecify.annotations.Nullable;

/** What several metrics are read from, asked for once whenever they are read together. That nobody answered is kept as well. */
final class SharedAnswer<T> {
    private static final long KEPT = Duration.ofSeconds(1).toNanos();

    private final Supplier<T> question;
    private final LongSupplier nanos;
    private Optional<T> answer = Optional.empty();
    private @Nullable Long answered;

    SharedAnswer(Supplier<T> question, LongSupplier nanos) {
        this.question = question;
        this.nanos = nanos;
    }

    /** Not a number while there is no answer: everything else is told meanwhile. */
    synchronized double read(Function<T, Number> part) {
        if (answered == null || nanos.getAsLong() - answered > KEPT) {
            answer = ask();
            answered = nanos.getAsLong();
        }
        return answer.map(part).map(Number::doubleValue).orElse(Double.NaN);
    }

    private Optional<T> ask() {
        try {
            return Optional.of(question.get());
        } catch (RuntimeException away) {
            return Optional.empty();
        }
    }
}
