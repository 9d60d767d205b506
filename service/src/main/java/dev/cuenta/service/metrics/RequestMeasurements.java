package dev.cuenta.service.metrics;

import dev.cuenta.service.Settings;
import io.micrometer.core.instrument.MeterRegistry;
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
 * How long requests take, by method, address and status; and a line in the log for each where that is wanted. An address is the pattern that
 * its handler has: neither metrics nor log get an id, a name or a filter by it.
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

    private record Begun(long nanos, String trace) {}

    private record Answered(String method, String address, int status) {}

    private final MeterRegistry registry;
    private final boolean logged;
    private final ConcurrentMap<Answered, Timer> timers = new ConcurrentHashMap<>();

    RequestMeasurements(MeterRegistry registry, Settings settings) {
        this.registry = registry;
        this.logged = settings.accessLog();
    }

    @Override
    protected void doFilterInternal(HttpServletRequest request, HttpServletResponse response, FilterChain chain)
            throws ServletException, IOException {
        Begun begun = begun(request);
        MDC.put(TraceId.NAME, begun.trace());
        try {
            chain.doFilter(request, response);
        } finally {
            if (!request.isAsyncStarted()) {
                note(request, response.getStatus(), Duration.ofNanos(System.nanoTime() - begun.nanos()));
            }
            MDC.remove(TraceId.NAME);
        }
    }

    /** A request with a body comes here twice: with its head, and when all of it is there. */
    @Override
    protected boolean shouldNotFilterAsyncDispatch() {
        return false;
    }

    private static Begun begun(HttpServletRequest request) {
        if (request.getAttribute(BEGUN) instanceof Begun before) {
            return before;
        }
        Begun begun = new Begun(System.nanoTime(), TraceId.of(request.getHeader(TraceId.HEADER)));
        request.setAttribute(BEGUN, begun);
        return begun;
    }

    private void note(HttpServletRequest request, int status, Duration took) {
        String method = METHODS.contains(request.getMethod()) ? request.getMethod() : "OTHER";
        Object pattern = request.getAttribute(HandlerMapping.BEST_MATCHING_PATTERN_ATTRIBUTE);
        String address = pattern == null ? NO_HANDLER : pattern.toString();
        timers.computeIfAbsent(new Answered(method, address, status), this::timer)
                .record(took);
        if (logged) {
            ACCESS.info("{} {} {} {} ms", method, address, status, took.toMillis());
        }
    }

    private Timer timer(Answered answered) {
        return Timer.builder("http.server.requests")
                .description("Time until requests are answered")
                .tags("method", answered.method(), "address", answered.address(), "status", "" + answered.status())
                .serviceLevelObjectives(STEPS)
                .register(registry);
    }
}
