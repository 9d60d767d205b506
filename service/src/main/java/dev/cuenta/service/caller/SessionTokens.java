package dev.cuenta.service.caller;

import dev.cuenta.store.live.Work;
import dev.cuenta.store.session.Sessions;
import dev.cuenta.wire.Secret;
import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import java.time.Duration;
import org.jspecify.annotations.Nullable;
import org.springframework.http.HttpHeaders;
import org.springframework.http.ResponseCookie;

/** Tells a session's token, once: the console as a cookie that no script can read, everyone else in the body. */
public final class SessionTokens {
    /** Longer than any session: the service decides when one ends. */
    private static final Duration COOKIE_KEPT = Duration.ofDays(30);

    private SessionTokens() {}

    /** The token for the answer's body; null where a cookie carries it. */
    public static @Nullable Secret told(String token, HttpServletRequest request, HttpServletResponse response) {
        if (request.getHeader(Doorkeeper.CONSOLE_HEADER) == null) {
            return new Secret(token);
        }
        response.addHeader(HttpHeaders.SET_COOKIE, cookie(token, COOKIE_KEPT, request));
        return null;
    }

    /** Takes the cookie away. */
    public static String gone(HttpServletRequest request) {
        return cookie("", Duration.ZERO, request);
    }

    private static String cookie(String value, Duration age, HttpServletRequest request) {
        return ResponseCookie.from(Doorkeeper.COOKIE, value)
                .httpOnly(true)
                .sameSite("Strict")
                .secure(request.isSecure())
                .path("/")
                .maxAge(age)
                .build()
                .toString();
    }

    /** The same session under another token: one that was overheard before is good for nothing. */
    public static String renewed(String token, boolean strong, Work work) {
        String next = Tokens.create(Tokens.SESSION);
        new Sessions(work).renew(Tokens.hash(token), Tokens.hash(next), strong);
        return next;
    }
}
