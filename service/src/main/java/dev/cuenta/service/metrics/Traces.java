package dev.cuenta.service.metrics;

import io.opentelemetry.api.OpenTelemetry;
import io.opentelemetry.api.common.AttributeKey;
import io.opentelemetry.api.trace.Span;
import io.opentelemetry.api.trace.SpanKind;
import io.opentelemetry.api.trace.StatusCode;
import io.opentelemetry.api.trace.Tracer;
import io.opentelemetry.context.Context;
import io.opentelemetry.context.propagation.TextMapGetter;
import io.opentelemetry.sdk.OpenTelemetrySdk;
import io.opentelemetry.sdk.autoconfigure.AutoConfiguredOpenTelemetrySdk;
import jakarta.servlet.http.HttpServletRequest;
import java.util.Arrays;
import java.util.Collections;
import java.util.HashMap;
import java.util.Locale;
import java.util.Map;
import org.jspecify.annotations.Nullable;
import org.springframework.beans.factory.DisposableBean;
import org.springframework.core.env.ConfigurableEnvironment;
import org.springframework.core.env.EnumerablePropertySource;
import org.springframework.stereotype.Component;

/**
 * Names each request, and sends a span of it to where the environment says: what {@code OTEL_EXPORTER_OTLP_ENDPOINT} and its like mean is for
 * OpenTelemetry to say (Environment Variable Specification). Without an endpoint nothing is made and nothing sent.
 */
@Component
final class Traces implements DisposableBean {
    /** Under which log lines have the name of a request. */
    static final String NAME = "trace";

    private static final String PREFIX = "OTEL_";
    private static final AttributeKey<String> METHOD = AttributeKey.stringKey("http.request.method");
    private static final AttributeKey<String> ROUTE = AttributeKey.stringKey("http.route");
    private static final AttributeKey<Long> STATUS = AttributeKey.longKey("http.response.status_code");
    private static final AttributeKey<Long> ROUND_TRIPS = AttributeKey.longKey("cuenta.database.round_trips");

    private static final TextMapGetter<HttpServletRequest> HEADERS = new TextMapGetter<>() {
        @Override
        public Iterable<String> keys(HttpServletRequest request) {
            return Collections.list(request.getHeaderNames());
        }

        @Override
        public @Nullable String get(@Nullable HttpServletRequest request, String name) {
            return request == null ? null : request.getHeader(name);
        }
    };

    /**
     * A request that is being answered.
     *
     * @param span an invalid one where nothing is sent
     */
    record Request(Span span, String traceId) {
        void end(String method, String address, int status, long roundTrips) {
            span.updateName(method + " " + address);
            span.setAttribute(METHOD, method);
            span.setAttribute(ROUTE, address);
            span.setAttribute(STATUS, (long) status);
            span.setAttribute(ROUND_TRIPS, roundTrips);
            if (status >= 500) {
                span.setStatus(StatusCode.ERROR);
            }
            span.end();
        }
    }

    private final @Nullable OpenTelemetrySdk sdk;
    private final OpenTelemetry telemetry;
    private final Tracer tracer;

    Traces(ConfigurableEnvironment environment) {
        Map<String, String> settings = settings(environment);
        boolean sent = settings.keySet().stream().anyMatch(name -> name.endsWith(".endpoint"));
        sdk = sent ? sdk(settings) : null;
        telemetry = sdk == null ? OpenTelemetry.noop() : sdk;
        tracer = telemetry.getTracer("dev.cuenta.service");
    }

    private static OpenTelemetrySdk sdk(Map<String, String> settings) {
        return AutoConfiguredOpenTelemetrySdk.builder()
                .addPropertiesSupplier(() -> Map.of(
                        "otel.service.name",
                        "cuenta",
                        "otel.metrics.exporter",
                        "none",
                        "otel.logs.exporter",
                        "none",
                        "otel.exporter.otlp.protocol",
                        "http/protobuf"))
                .addPropertiesCustomizer(defaults -> settings)
                .disableShutdownHook()
                .build()
                .getOpenTelemetrySdk();
    }

    /** As OpenTelemetry spells them in properties. */
    private static Map<String, String> settings(ConfigurableEnvironment environment) {
        Map<String, String> settings = new HashMap<>();
        environment.getPropertySources().stream()
                .filter(EnumerablePropertySource.class::isInstance)
                .flatMap(source -> Arrays.stream(((EnumerablePropertySource<?>) source).getPropertyNames()))
                .filter(name -> name.startsWith(PREFIX))
                .forEach(name -> settings.put(
                        name.toLowerCase(Locale.ROOT).replace('_', '.'), environment.getRequiredProperty(name)));
        return settings;
    }

    Request begin(HttpServletRequest request) {
        String parent = request.getHeader(TraceId.HEADER);
        if (sdk == null || request.getRequestURI().startsWith("/actuator/")) {
            return new Request(Span.getInvalid(), TraceId.of(parent));
        }
        Context context = telemetry.getPropagators().getTextMapPropagator().extract(Context.root(), request, HEADERS);
        Span span = tracer.spanBuilder(request.getMethod())
                .setSpanKind(SpanKind.SERVER)
                .setParent(context)
                .startSpan();
        return new Request(span, span.getSpanContext().getTraceId());
    }

    @Override
    public void destroy() {
        if (sdk != null) {
            sdk.close();
        }
    }
}
