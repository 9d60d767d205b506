package dev.cuenta.service.metrics;

import dev.cuenta.service.Settings;
import dev.cuenta.store.database.RoundTrips;
import io.micrometer.core.instrument.DistributionSummary;
import io.micrometer.core.instrument.MeterRegistry;
import io.micrometer.core.instrument.Tags;
import io.micrometer.core.instrument.Timer;
import jakarta.servlet.FilterChain;
import jakarta.servlet.ServletException;
import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import java.io.IOException;
import java.time.Duration;
import java.util.Set;
import java.util.concurrent.ConcurrentHashMap;
import java.util.concurrent.ConcurrentMap;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.slf4j.MDC;
import org.springframework.core.Ordered;
import org.springframework.core.annotation.Order;
import org.springframework.stereotype.Component;
import org.springframework.web.filter.OncePerRequestFilter;
import org.springframework.web.servlet.HandlerMapping;

/**
 * How long requests take and how often they wait for the database, by method, address and status; a span for each where traces are sent, and
 * a line in the log where that is wanted. An address is the pattern that its handler has: neither metrics nor traces nor log get an id, a
 * name or a filter by it.
 */
@Component
@Order(Ordered.HIGHEST_PRECEDENCE)
final class RequestMeasurements extends OncePerRequestFilter {
    private static final Logger ACCESS = LoggerFactory.getLogger("dev.cuenta.access");
    private static final Set<String> METHODS = Set.of("GET", "HEAD", "POST", "PUT", "PATCH", "DELETE", "OPTIONS");
    private static final String NO_HANDLER = "none";
    private static final Duration[] STEPS = {
        Duration.ofMillis(5),
        Duration.ofMillis(25),
        Duration.ofMillis(100),
        Duration.ofMillis(500),
        Duration.ofSeconds(2),
        Duration.ofSeconds(5)
    };

    private static final String BEGUN = Begun.class.getName();

    private record Begun(long nanos, Traces.Request span) {}

    private record Answered(String method, String address, int status) {}

    private record Meters(Timer time, DistributionSummary roundTrips) {}

    private final MeterRegistry registry;
    private final boolean logged;
    private final ConcurrentMap<Answered, Meters> meters = new ConcurrentHashMap<>();
    private final Traces traces;

    RequestMeasurements(MeterRegistry registry, Traces traces, Settings settings) {
        this.registry = registry;
        this.traces = traces;
        this.logged = settings.accessLog();
    }

    @Override
    protected void doFilterInternal(HttpServletRequest request, HttpServletResponse response, FilterChain chain)
            throws ServletException, IOException {
        Begun begun = begun(request);
        long roundTrips = RoundTrips.ofThisThread(); // before all of a body is there, nothing is asked
        MDC.put(Traces.NAME, begun.span().traceId());
        try {
            chain.doFilter(request, response);
        } finally {
            if (!request.isAsyncStarted()) {
                note(request, response.getStatus(), begun, RoundTrips.ofThisThread() - roundTrips);
            }
            MDC.remove(Traces.NAME);
        }
    }

    /** A request with a body comes here twice: with its head, and when all of it is there. */
    @Override
    protected boolean shouldNotFilterAsyncDispatch() {
        return false;
    }

    private Begun begun(HttpServletRequest request) {
        if (request.getAttribute(BEGUN) instanceof Begun before) {
            return before;
        }
        Begun begun = new Begun(System.nanoTime(), traces.begin(request));
        request.setAttribute(BEGUN, begun);
        return begun;
    }

    private void note(HttpServletRequest request, int status, Begun begun, long roundTrips) {
        Duration took = Duration.ofNanos(System.nanoTime() - begun.nanos());
        String method = METHODS.contains(request.getMethod()) ? request.getMethod() : "OTHER";
        Object pattern = request.getAttribute(HandlerMapping.BEST_MATCHING_PATTERN_ATTRIBUTE);
        String address = pattern == null ? NO_HANDLER : pattern.toString();
        Answered answered = new Answered(method, address, status);
        Meters of = meters.computeIfAbsent(answered, this::meters);
        of.time().record(took);
        of.roundTrips().record((double) roundTrips);
        begun.span().end(method, address, status, roundTrips);
        if (logged) {
            ACCESS.info("{} {} {} {} ms", method, address, status, took.toMillis());
        }
    }

    private Meters meters(Answered answered) {
        Tags tags =
                Tags.of("method", answered.method(), "address", answered.address(), "status", "" + answered.status());
        return new Meters(
                Timer.builder("http.server.requests")
                        .description("Time until requests are answered")
                        .tags(tags)
                        .serviceLevelObjectives(STEPS)
                        .register(registry),
                DistributionSummary.builder("cuenta.database.round.trips")
                        .description("How often requests wait for the database")
                        .tags(tags)
                        .register(registry));
    }
}
