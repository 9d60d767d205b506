package dev.cuenta.service.web;

import dev.cuenta.service.Settings;
import dev.cuenta.service.load.Network;
import jakarta.servlet.FilterChain;
import jakarta.servlet.ServletException;
import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletRequestWrapper;
import jakarta.servlet.http.HttpServletResponse;
import java.io.IOException;
import java.net.InetAddress;
import java.util.List;
import java.util.Optional;
import org.springframework.core.Ordered;
import org.springframework.core.annotation.Order;
import org.springframework.stereotype.Component;
import org.springframework.web.filter.OncePerRequestFilter;

/** From where a request comes: the connection says it, or a proxy that is named in the settings. Nobody else is believed. */
@Component
@Order(Ordered.HIGHEST_PRECEDENCE)
final class TrustedProxies extends OncePerRequestFilter {
    private final List<Network> trusted;

    TrustedProxies(Settings settings) {
        this.trusted = settings.trustedProxies().stream().map(Network::of).toList();
    }

    @Override
    protected void doFilterInternal(HttpServletRequest request, HttpServletResponse response, FilterChain chain)
            throws ServletException, IOException {
        boolean passedOn =
                Network.address(request.getRemoteAddr()).filter(this::isTrusted).isPresent();
        chain.doFilter(passedOn ? new PassedOn(request, Forwarded.of(request)) : request, response);
    }

    boolean isTrusted(InetAddress address) {
        return trusted.stream().anyMatch(network -> network.contains(address));
    }

    /** The last one whom no trusted proxy vouches for. */
    private String client(String connection, List<String> addresses) {
        String client = connection;
        for (int i = addresses.size() - 1; i >= 0; i--) {
            Optional<InetAddress> before = Forwarded.address(addresses.get(i));
            if (before.isEmpty()) {
                return client;
            }
            client = before.get().getHostAddress();
            if (!isTrusted(before.get())) {
                return client;
            }
        }
        return client;
    }

    private final class PassedOn extends HttpServletRequestWrapper {
        private final String client;
        private final boolean secure;

        PassedOn(HttpServletRequest request, Forwarded forwarded) {
            super(request);
            this.client = client(request.getRemoteAddr(), forwarded.addresses());
            this.secure = request.isSecure() || forwarded.secure();
        }

        @Override
        public String getRemoteAddr() {
            return client;
        }

        @Override
        public String getRemoteHost() {
            return client;
        }

        @Override
        public boolean isSecure() {
            return secure;
        }

        @Override
        public String getScheme() {
            return secure ? "https" : "http";
        }
    }
}
