package dev.cuenta.service.body;

import jakarta.servlet.http.HttpServletRequest;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import org.jspecify.annotations.Nullable;
import org.springframework.beans.factory.ObjectProvider;
import org.springframework.beans.factory.annotation.Qualifier;
import org.springframework.http.server.PathContainer;
import org.springframework.stereotype.Component;
import org.springframework.web.method.HandlerMethod;
import org.springframework.web.servlet.mvc.method.RequestMappingInfo;
import org.springframework.web.servlet.mvc.method.annotation.RequestMappingHandlerMapping;
import org.springframework.web.util.pattern.PathPattern;

/** How many bytes each address takes, as its {@link BodyUpTo} says. */
@Component
final class BodyLimits {
    static final int USUAL = 1 << 20;

    private record Limit(PathPattern pattern, String method, int bytes) {}

    private final ObjectProvider<RequestMappingHandlerMapping> mappings;
    private volatile @Nullable List<Limit> limits;

    BodyLimits(@Qualifier("requestMappingHandlerMapping") ObjectProvider<RequestMappingHandlerMapping> mappings) {
        this.mappings = mappings;
    }

    int of(HttpServletRequest request) {
        PathContainer path = PathContainer.parsePath(request.getRequestURI());
        return limits().stream()
                .filter(limit -> limit.method().equals(request.getMethod())
                        && limit.pattern().matches(path))
                .map(Limit::bytes)
                .findFirst()
                .orElse(USUAL);
    }

    private List<Limit> limits() {
        List<Limit> known = limits;
        if (known == null) {
            known = new ArrayList<>();
            for (var mapped : mappings.getObject().getHandlerMethods().entrySet()) {
                known.addAll(limits(mapped.getKey(), mapped.getValue()));
            }
            limits = known;
        }
        return known;
    }

    private static List<Limit> limits(RequestMappingInfo mapping, HandlerMethod handler) {
        BodyUpTo said = handler.getMethodAnnotation(BodyUpTo.class);
        return said == null
                ? List.of()
                : Optional.ofNullable(mapping.getPathPatternsCondition()).stream()
                        .flatMap(patterns -> patterns.getPatterns().stream())
                        .flatMap(pattern -> mapping.getMethodsCondition().getMethods().stream()
                                .map(method -> new Limit(pattern, method.name(), said.mebibytes() << 20)))
                        .toList();
    }
}
