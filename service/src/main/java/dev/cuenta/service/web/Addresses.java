package dev.cuenta.service.web;

import jakarta.servlet.http.HttpServletRequest;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import org.jspecify.annotations.Nullable;
import org.springframework.boot.webmvc.autoconfigure.WebMvcRegistrations;
import org.springframework.stereotype.Component;
import org.springframework.web.bind.annotation.RequestMethod;
import org.springframework.web.method.HandlerMethod;
import org.springframework.web.servlet.mvc.method.RequestMappingInfo;
import org.springframework.web.servlet.mvc.method.annotation.RequestMappingHandlerMapping;

/** Finds the handler of a request among those of its method whose addresses begin alike, instead of trying each pattern there is. */
@Component
final class Addresses implements WebMvcRegistrations {
    @Override
    public RequestMappingHandlerMapping getRequestMappingHandlerMapping() {
        return new ByBeginning();
    }

    private static final class ByBeginning extends RequestMappingHandlerMapping {
        private static final int SEGMENTS = 2;

        private record Known(RequestMappingInfo mapping, HandlerMethod handler) {}

        private volatile @Nullable Map<String, List<Known>> known;

        /** Where not exactly one is found here, whether because of escapes, of none or of several, all are tried as usual. */
        @Override
        protected @Nullable HandlerMethod lookupHandlerMethod(String path, HttpServletRequest request)
                throws Exception {
            Known found = null;
            RequestMappingInfo match = null;
            for (Known candidate : known().getOrDefault(beginning(request.getMethod(), path), List.of())) {
                RequestMappingInfo matching = getMatchingMapping(candidate.mapping(), request);
                if (matching != null && match != null) {
                    return super.lookupHandlerMethod(path, request);
                }
                if (matching != null) {
                    match = matching;
                    found = candidate;
                }
            }
            if (found == null || match == null) {
                return super.lookupHandlerMethod(path, request);
            }
            handleMatch(match, path, request);
            return found.handler();
        }

        /** Once: no handler comes later. */
        private Map<String, List<Known>> known() {
            Map<String, List<Known>> all = known;
            if (all == null) {
                all = new HashMap<>();
                for (Map.Entry<RequestMappingInfo, HandlerMethod> entry :
                        getHandlerMethods().entrySet()) {
                    for (RequestMethod method :
                            entry.getKey().getMethodsCondition().getMethods()) {
                        for (String pattern : entry.getKey().getPatternValues()) {
                            all.computeIfAbsent(beginning(method.name(), pattern), none -> new ArrayList<>())
                                    .add(new Known(entry.getKey(), entry.getValue()));
                        }
                    }
                }
                known = all;
            }
            return all;
        }

        /** With the first two segments of the address. */
        private static String beginning(String method, String address) {
            int end = 0;
            for (int i = 0; i < SEGMENTS && end >= 0; i++) {
                end = address.indexOf('/', end + 1);
            }
            return method + (end < 0 ? address : address.substring(0, end));
        }
    }
}
