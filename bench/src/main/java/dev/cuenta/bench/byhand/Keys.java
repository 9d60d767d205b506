package dev.cuenta.bench.byhand;

import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import java.nio.charset.StandardCharsets;
import java.security.MessageDigest;
import java.security.NoSuchAlgorithmException;
import java.time.Instant;
import org.hibernate.SessionFactory;
import org.springframework.http.HttpHeaders;
import org.springframework.http.HttpStatus;
import org.springframework.web.servlet.HandlerInterceptor;

/** Lets in whoever shows a key that is good. */
final class Keys implements HandlerInterceptor {
    private static final String BEARER = "Bearer ";

    private final SessionFactory sessions;

    Keys(SessionFactory sessions) {
        this.sessions = sessions;
    }

    @Override
    public boolean preHandle(HttpServletRequest request, HttpServletResponse response, Object handler) {
        String header = request.getHeader(HttpHeaders.AUTHORIZATION);
        if (header != null && header.startsWith(BEARER) && isGood(header.substring(BEARER.length()))) {
            return true;
        }
        response.setStatus(HttpStatus.UNAUTHORIZED.value());
        return false;
    }

    private boolean isGood(String key) {
        ServiceKey found = sessions.fromStatelessSession(session -> session.get(ServiceKey.class, hash(key)));
        return found != null && found.expiresAt.isAfter(Instant.now());
    }

    static byte[] hash(String key) {
        try {
            return MessageDigest.getInstance("SHA-256").digest(key.getBytes(StandardCharsets.UTF_8));
        } catch (NoSuchAlgorithmException everyJdkHasIt) {
            throw new IllegalStateException(everyJdkHasIt);
        }
    }
}
