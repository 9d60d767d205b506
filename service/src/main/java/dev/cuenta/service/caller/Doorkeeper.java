package dev.cuenta.service.caller;

import dev.cuenta.core.problem.Problem;
import dev.cuenta.core.problem.ProblemKind;
import jakarta.servlet.http.Cookie;
import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import java.util.Arrays;
import java.util.Optional;
import java.util.Set;
import org.springframework.http.HttpHeaders;
import org.springframework.stereotype.Component;
import org.springframework.web.method.HandlerMethod;
import org.springframework.web.servlet.HandlerInterceptor;

/** Stands before every request under /v1: finds out who calls, and lets no guest in where it does not say so. */
@Component
public final class Doorkeeper implements HandlerInterceptor {
    /** Sent by the console's own scripts; a form on another site cannot send it. */
    static final String CONSOLE_HEADER = "Cuenta-Console";

    static final String COOKIE = "cuenta_session";
    static final String CALLER = Caller.class.getName();
    static final String ASKER = Asker.class.getName();
    /** A service names the person here for whom it acts: by the token of that person's session. */
    static final String PERSON = "Cuenta-Person";

    private static final String BEARER = "Bearer ";
    private static final Set<String> SAFE = Set.of("GET", "HEAD", "OPTIONS");

    private final Callers callers;
    private final CurrentTenant currentTenant;

    Doorkeeper(Callers callers, CurrentTenant currentTenant) {
        this.callers = callers;
        this.currentTenant = currentTenant;
    }

    @Override
    public boolean preHandle(HttpServletRequest request, HttpServletResponse response, Object handler) {
        if (handler instanceof HandlerMethod method && !method.hasMethodAnnotation(OpenToGuests.class)) {
            String token = token(request)
                    .orElseThrow(() -> Problem.of(ProblemKind.UNAUTHENTICATED, "Sign in first: POST /v1/sessions."));
            Callers.Asked asked = new Callers.Asked(
                    token, request.getHeader(PERSON), currentTenant.said(request), request.getRemoteAddr());
            if (asksOnly(method)) {
                request.setAttribute(ASKER, callers.asker(asked));
                return true;
            }
            Caller caller = callers.find(asked);
            if (caller.service() != null && !method.hasMethodAnnotation(OpenToServices.class)) {
                throw Problem.of(
                        ProblemKind.FORBIDDEN,
                        "This address is not for services. GET /v1/services/"
                                + caller.service().grant().service() + "/openapi.json lists those that are.");
            }
            request.setAttribute(CALLER, caller);
        }
        return true;
    }

    /** Of those that are open to services as well: who is remembered need not be told apart. */
    private static boolean asksOnly(HandlerMethod method) {
        return method.hasMethodAnnotation(OpenToServices.class)
                && Arrays.stream(method.getMethodParameters())
                        .anyMatch(parameter -> parameter.getParameterType() == Asker.class);
    }

    /** The bearer token, or the console's cookie. A cookie alone changes nothing: the browser sends it for strangers' forms too. */
    public static Optional<String> token(HttpServletRequest request) {
        String header = request.getHeader(HttpHeaders.AUTHORIZATION);
        if (header != null) {
            return header.startsWith(BEARER)
                    ? Optional.of(header.substring(BEARER.length()).strip())
                    : Optional.empty();
        }
        Cookie[] cookies = request.getCookies() == null ? new Cookie[0] : request.getCookies();
        boolean trusted = SAFE.contains(request.getMethod()) || request.getHeader(CONSOLE_HEADER) != null;
        return Arrays.stream(cookies)
                .filter(cookie -> trusted && cookie.getName().equals(COOKIE))
                .map(Cookie::getValue)
                .findFirst();
    }
}
