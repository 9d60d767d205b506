package dev.cuenta.service.session;

import dev.cuenta.core.account.TenantId;
import dev.cuenta.core.problem.Problem;
import dev.cuenta.core.problem.ProblemKind;
import dev.cuenta.service.Settings;
import dev.cuenta.store.revision.LiveRevision;
import dev.cuenta.store.revision.LiveRevisions;
import dev.cuenta.store.revision.Work;
import dev.cuenta.store.session.Sessions;
import dev.cuenta.store.session.Sessions.Signed;
import jakarta.servlet.http.Cookie;
import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import java.time.Clock;
import java.time.Duration;
import java.util.Arrays;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import org.springframework.http.HttpHeaders;
import org.springframework.stereotype.Component;
import org.springframework.web.method.HandlerMethod;
import org.springframework.web.servlet.HandlerInterceptor;

/** Stands before every request under /v1: finds out who calls, and lets no guest in where it does not say so. */
@Component
final class Doorkeeper implements HandlerInterceptor {
    /** Sent by the console's own scripts; a form on another site cannot send it. */
    static final String CONSOLE_HEADER = "Cuenta-Console";

    static final String COOKIE = "cuenta_session";
    static final String CALLER = Caller.class.getName();
    private static final Duration TOUCHED = Duration.ofMinutes(1);
    private static final String BEARER = "Bearer ";
    private static final Set<String> SAFE = Set.of("GET", "HEAD", "OPTIONS");

    private final LiveRevisions live;
    private final InstallationKey installationKey;
    private final CurrentTenant currentTenant;
    private final Settings settings;
    private final Clock clock;

    Doorkeeper(
            LiveRevisions live,
            InstallationKey installationKey,
            CurrentTenant currentTenant,
            Settings settings,
            Clock clock) {
        this.live = live;
        this.settings = settings;
        this.clock = clock;
        this.installationKey = installationKey;
        this.currentTenant = currentTenant;
    }

    @Override
    public boolean preHandle(HttpServletRequest request, HttpServletResponse response, Object handler) {
        boolean guests = !(handler instanceof HandlerMethod method) || method.hasMethodAnnotation(OpenToGuests.class);
        if (!guests) {
            String token = token(request)
                    .orElseThrow(() -> Problem.of(ProblemKind.UNAUTHENTICATED, "Sign in first: POST /v1/sessions."));
            request.setAttribute(CALLER, caller(token, currentTenant.said(request)));
        }
        return true;
    }

    /** The bearer token, or the console's cookie. A cookie alone changes nothing: the browser sends it for strangers' forms too. */
    static Optional<String> token(HttpServletRequest request) {
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

    private Caller caller(String token, CurrentTenant.Said said) {
        if (token.startsWith(Tokens.KEY) && installationKey.is(token)) {
            return live.present()
                    ? live.with(revision -> revision.read(work -> Caller.withInstallationKey(
                            revision.model(),
                            currentTenant.named(said, null, work).orElse(null))))
                    : new Caller(null, List.of(), List.of(), null);
        }
        return live.with(revision -> {
            Seen seen = revision.read(work -> new Sessions(work)
                    .find(Tokens.hash(token), settings.sessionIdle())
                    .map(signed -> new Seen(signedIn(signed, said, work), signed))
                    .orElseThrow(() -> Problem.of(
                            ProblemKind.UNAUTHENTICATED, "This session has ended. Sign in again: POST /v1/sessions.")));
            touch(seen.signed(), revision);
            return seen.caller();
        });
    }

    private record Seen(Caller caller, Signed signed) {}

    /** Once a minute: a note for each request would be a write for each read. */
    private void touch(Signed signed, LiveRevision revision) {
        if (signed.lastUsed().isBefore(clock.instant().minus(TOUCHED))) {
            revision.write(work -> {
                new Sessions(work).touch(signed.session());
                return signed;
            });
        }
    }

    private Caller signedIn(Signed signed, CurrentTenant.Said said, Work work) {
        Caller anywhere = new Caller(signed.account(), signed.roles(), signed.tenants(), null);
        LiveRevision revision = work.revision();
        Optional<TenantId> named = currentTenant.named(said, signed.chosen(), work);
        if (named.isPresent()) {
            if (!anywhere.reaches(named.get(), revision.model())) {
                throw CurrentTenant.none();
            }
            return new Caller(signed.account(), signed.roles(), signed.tenants(), named.get(), signed.session());
        }
        boolean global = anywhere.roles(revision.model()).stream()
                .anyMatch(role -> !role.withinTenant() && !role.may().isEmpty());
        TenantId first =
                global || signed.tenants().isEmpty() ? null : signed.tenants().get(0);
        return new Caller(signed.account(), signed.roles(), signed.tenants(), first, signed.session());
    }
}
