package dev.cuenta.service.web;

import jakarta.servlet.FilterChain;
import jakarta.servlet.ServletException;
import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletRequestWrapper;
import jakarta.servlet.http.HttpServletResponse;
import java.io.IOException;
import org.springframework.core.Ordered;
import org.springframework.core.annotation.Order;
import org.springframework.stereotype.Component;
import org.springframework.web.filter.OncePerRequestFilter;

/** Lets clients whose platform cannot send PATCH (Java's own light one among them) send it as a POST that says so. */
@Component
@Order(Ordered.HIGHEST_PRECEDENCE)
final class MethodOverride extends OncePerRequestFilter {
    private static final String HEADER = "X-HTTP-Method-Override";
    private static final String PATCH = "PATCH";

    @Override
    protected void doFilterInternal(HttpServletRequest request, HttpServletResponse response, FilterChain chain)
            throws ServletException, IOException {
        boolean patch = request.getMethod().equals("POST") && PATCH.equals(request.getHeader(HEADER));
        chain.doFilter(patch ? new AsPatch(request) : request, response);
    }

    private static final class AsPatch extends HttpServletRequestWrapper {
        AsPatch(HttpServletRequest request) {
            super(request);
        }

        @Override
        public String getMethod() {
            return PATCH;
        }
    }
}
