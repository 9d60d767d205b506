package dev.cuenta.service.body;

import dev.cuenta.core.problem.Problem;
import dev.cuenta.service.load.Shares;
import jakarta.servlet.AsyncContext;
import jakarta.servlet.AsyncEvent;
import jakarta.servlet.AsyncListener;
import jakarta.servlet.FilterChain;
import jakarta.servlet.ReadListener;
import jakarta.servlet.ServletException;
import jakarta.servlet.ServletInputStream;
import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import java.io.IOException;
import java.time.Duration;
import org.apache.tomcat.util.http.InvalidParameterException;
import org.springframework.beans.factory.ObjectProvider;
import org.springframework.beans.factory.annotation.Qualifier;
import org.springframework.core.Ordered;
import org.springframework.core.annotation.Order;
import org.springframework.http.HttpHeaders;
import org.springframework.stereotype.Component;
import org.springframework.web.filter.OncePerRequestFilter;
import org.springframework.web.servlet.HandlerExceptionResolver;

/**
 * Lets a request in when its body is there as a whole. Until then it holds no thread, however slowly it comes; what is too large, or
 * takes too long, is refused.
 */
@Component
@Order(Ordered.HIGHEST_PRECEDENCE + 10)
final class Bodies extends OncePerRequestFilter {
    private static final String NUL = "%00";
    private static final String ARRIVAL = Arrival.class.getName();
    private static final Duration AT_LEAST = Duration.ofSeconds(10);
    /** Whoever sends slower than this has to send less. */
    private static final long BYTES_A_SECOND = 64 * 1024;

    /** A part of the heap, and at least what the largest body needs. */
    private static final long ROOM = Math.max(24L << 20, Runtime.getRuntime().maxMemory() / 6);

    private static final long ROOM_FOR_ONE = Math.max(20L << 20, ROOM / 2);

    private final BodyLimits limits;
    /** Looked up when it is needed: filters are made before the database is known to be there. */
    private final ObjectProvider<HandlerExceptionResolver> problems;

    private final Shares room = new Shares(ROOM, ROOM_FOR_ONE);

    Bodies(
            BodyLimits limits,
            @Qualifier("handlerExceptionResolver") ObjectProvider<HandlerExceptionResolver> problems) {
        this.limits = limits;
        this.problems = problems;
    }

    @Override
    protected boolean shouldNotFilterAsyncDispatch() {
        return false;
    }

    @Override
    protected void doFilterInternal(HttpServletRequest request, HttpServletResponse response, FilterChain chain)
            throws ServletException, IOException {
        if (request.getAttribute(ARRIVAL) instanceof Arrival arrived) {
            request.removeAttribute(ARRIVAL);
            let(arrived, request, response, chain);
        } else if (request.getContentLengthLong() > 0 || request.getHeader(HttpHeaders.TRANSFER_ENCODING) != null) {
            receive(request, response, chain);
        } else {
            pass(request, response, chain);
        }
    }

    /** A range stands in Accept, and is no type that a body has (RFC 9110, section 8.3.1). */
    private static boolean isOfNoType(HttpServletRequest request) {
        return request.getContentType() != null && request.getContentType().contains("*");
    }

    private static boolean saysNul(HttpServletRequest request) {
        String query = request.getQueryString();
        return request.getRequestURI().contains(NUL) || (query != null && query.contains(NUL));
    }

    private void let(Arrival arrived, HttpServletRequest request, HttpServletResponse response, FilterChain chain)
            throws ServletException, IOException {
        Problem refusal = arrived.refusal();
        try {
            if (refusal == null) {
                pass(new WholeRequest(request, arrived), response, chain);
            } else {
                request.setAttribute(RefusedBodies.REFUSED, true);
                response.setHeader(HttpHeaders.CONNECTION, "close");
                refuse(request, response, refusal);
            }
        } catch (Problem | InvalidParameterException unreadable) {
            refuse(request, response, unreadable);
        } finally {
            arrived.done();
        }
    }

    private void pass(HttpServletRequest request, HttpServletResponse response, FilterChain chain)
            throws ServletException, IOException {
        if (saysNul(request)) {
            refuse(request, response, PlainText.refusal());
        } else if (isOfNoType(request)) {
            refuse(request, response, StrictJson.UnsupportedBody.instead(false, null));
        } else {
            chain.doFilter(request, response);
        }
    }

    private void refuse(HttpServletRequest request, HttpServletResponse response, Exception refusal) {
        problems.getObject().resolveException(request, response, null, refusal);
    }

    private void receive(HttpServletRequest request, HttpServletResponse response, FilterChain chain)
            throws ServletException, IOException {
        long length = request.getContentLengthLong();
        int limit = length >= 0 && length <= BodyLimits.USUAL ? BodyLimits.USUAL : limits.of(request);
        Arrival arrival = new Arrival(limit, request.getRemoteAddr(), room);
        ServletInputStream input = request.getInputStream();
        if (length > limit) {
            arrival.tooLarge();
            let(arrival, request, response, chain);
            drain(input);
        } else if (isThere(length, arrival, input)) {
            let(arrival, request, response, chain);
        } else {
            request.setAttribute(ARRIVAL, arrival);
            AsyncContext waiting = request.startAsync(request, response);
            Duration deadline = AT_LEAST.plusSeconds((length < 0 ? limit : length) / BYTES_A_SECOND);
            waiting.setTimeout(deadline.toMillis());
            waiting.addListener(new Deadline(arrival, deadline));
            input.setReadListener(new Listening(input, arrival, waiting));
        }
    }

    /** Reads what has come together with the head, without waiting: of a small body that is mostly all. */
    private static boolean isThere(long length, Arrival arrival, ServletInputStream input) throws IOException {
        boolean more = true;
        while (more && arrival.received() < length && input.available() > 0) {
            more = arrival.read(input);
        }
        return arrival.received() == length || arrival.refusal() != null;
    }

    /** What has come already: a connection that is closed before it is read takes the answer with it. */
    private static void drain(ServletInputStream input) {
        byte[] nothing = new byte[BodyLimits.USUAL];
        try {
            for (int left = nothing.length; left > 0 && input.available() > 0; ) {
                left -= Math.max(1, input.read(nothing, 0, Math.min(left, input.available())));
            }
        } catch (IOException gone) {
            // Nobody waits for the answer any more.
        }
    }

    /** Reads whenever something is there. */
    private record Listening(ServletInputStream input, Arrival arrival, AsyncContext waiting) implements ReadListener {
        @Override
        public void onDataAvailable() throws IOException {
            while (input.isReady() && !input.isFinished()) {
                if (!arrival.read(input) && arrival.refusal() != null) {
                    waiting.dispatch();
                    return;
                }
            }
        }

        @Override
        public void onAllDataRead() {
            if (arrival.refusal() == null) {
                waiting.dispatch();
            }
        }

        @Override
        public void onError(Throwable gone) {
            arrival.done();
            waiting.complete();
        }
    }

    private record Deadline(Arrival arrival, Duration deadline) implements AsyncListener {
        @Override
        public void onTimeout(AsyncEvent event) {
            arrival.tooSlow(deadline);
            event.getAsyncContext().dispatch();
        }

        @Override
        public void onComplete(AsyncEvent event) {
            arrival.done();
        }

        @Override
        public void onError(AsyncEvent event) {
            arrival.done();
        }

        @Override
        public void onStartAsync(AsyncEvent event) {}
    }
}
