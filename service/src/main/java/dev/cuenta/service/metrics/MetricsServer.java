package dev.cuenta.service.metrics;

import com.sun.net.httpserver.HttpExchange;
import com.sun.net.httpserver.HttpServer;
import dev.cuenta.service.Settings;
import io.micrometer.prometheusmetrics.PrometheusMeterRegistry;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.net.InetSocketAddress;
import java.nio.charset.StandardCharsets;
import org.jspecify.annotations.Nullable;
import org.springframework.beans.factory.DisposableBean;
import org.springframework.stereotype.Component;

/** Serves metrics at {@code /metrics}, on an address of their own: whoever may read accounts has no business with them. */
@Component
final class MetricsServer implements DisposableBean {
    private static final String TEXT = "text/plain; version=0.0.4; charset=utf-8";
    private static final int NONE = 0;

    private final PrometheusMeterRegistry registry;
    private final @Nullable HttpServer server;

    MetricsServer(Settings settings, PrometheusMeterRegistry registry) {
        this.registry = registry;
        Settings.Metrics metrics = settings.metrics();
        this.server = metrics.port() == NONE ? null : start(metrics);
    }

    private HttpServer start(Settings.Metrics metrics) {
        try {
            HttpServer started = HttpServer.create(new InetSocketAddress(metrics.address(), metrics.port()), 0);
            started.createContext("/metrics", this::answer);
            started.start();
            return started;
        } catch (IOException taken) {
            throw new UncheckedIOException(
                    "Metrics cannot be served at " + metrics.address() + ":" + metrics.port()
                            + ". Is the port taken? CUENTA_METRICS_PORT names another",
                    taken);
        }
    }

    private void answer(HttpExchange exchange) throws IOException {
        try (exchange) {
            byte[] text = registry.scrape().getBytes(StandardCharsets.UTF_8);
            exchange.getResponseHeaders().set("Content-Type", TEXT);
            exchange.sendResponseHeaders(200, text.length);
            exchange.getResponseBody().write(text);
        }
    }

    @Override
    public void destroy() {
        if (server != null) {
            server.stop(0);
        }
    }
}
