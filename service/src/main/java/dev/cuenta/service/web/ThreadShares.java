package dev.cuenta.service.web;

import dev.cuenta.core.problem.Problem;
import dev.cuenta.service.load.Network;
import dev.cuenta.service.load.Shares;
import jakarta.servlet.FilterChain;
import jakarta.servlet.ServletException;
import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import java.io.IOException;
import java.net.InetAddress;
import java.time.Duration;
import org.springframework.beans.factory.ObjectProvider;
import org.springframework.beans.factory.annotation.Qualifier;
import org.springframework.beans.factory.annotation.Value;
import org.springframework.core.Ordered;
import org.springframework.core.annotation.Order;
import org.springframework.stereotype.Component;
import org.springframework.web.filter.OncePerRequestFilter;
import org.springframework.web.servlet.HandlerExceptionResolver;

/**
 * Lets no address hold more than a share of the threads that answer, however slowly it reads what it asked for. Programs on this machine
 * are let: they are the team's own, or a proxy that says nothing.
 */
@Component
@Order(Ordered.HIGHEST_PRECEDENCE + 20)
final class ThreadShares extends OncePerRequestFilter {
    private static final int OF_EIGHT = 3;
    private static final Duration COME_BACK = Duration.ofSeconds(1);

    private final Shares threads;
    /** Looked up when it is needed: filters are made before the database is known to be there. */
    private final ObjectProvider<HandlerExceptionResolver> problems;

    ThreadShares(
            @Value("${server.tomcat.threads.max}") int all,
            @Qualifier("handlerExceptionResolver") ObjectProvider<HandlerExceptionResolver> problems) {
        this.threads = new Shares(Long.MAX_VALUE, Math.max(1, all * OF_EIGHT / 8));
        this.problems = problems;
    }

    @Override
    protected void doFilterInternal(HttpServletRequest request, HttpServletResponse response, FilterChain chain)
            throws ServletException, IOException {
        if (isOwn(request.getRemoteAddr())) {
            chain.doFilter(request, response);
            return;
        }
        String subscriber = Network.subscriber(request.getRemoteAddr());
        if (!threads.take(subscriber, 1)) {
            Problem tooMany = Problem.unavailable(
                    "Too many requests from your address are being answered. Try again in a moment.", COME_BACK);
            problems.getObject().resolveException(request, response, null, tooMany);
            return;
        }
        try {
            chain.doFilter(request, response);
        } finally {
            threads.giveBack(subscriber, 1);
        }
    }

    private static boolean isOwn(String address) {
        return Network.address(address).filter(InetAddress::isLoopbackAddress).isPresent();
    }
}
