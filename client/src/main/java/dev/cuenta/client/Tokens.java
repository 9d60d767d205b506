package dev.cuenta.client;

import com.nimbusds.jose.JOSEException;
import com.nimbusds.jose.JOSEObjectType;
import com.nimbusds.jose.JWSAlgorithm;
import com.nimbusds.jose.crypto.RSASSAVerifier;
import com.nimbusds.jose.jwk.JWK;
import com.nimbusds.jose.jwk.JWKSet;
import com.nimbusds.jwt.JWTClaimsSet;
import com.nimbusds.jwt.SignedJWT;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.text.ParseException;
import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.util.Map;
import java.util.Optional;
import org.jspecify.annotations.Nullable;

/** Tokens that people show to services (JWT, RFC 9068). */
public final class Tokens {
    private static final JOSEObjectType TYPE = new JOSEObjectType("at+jwt");
    private static final Duration LEAST_BETWEEN = Duration.ofSeconds(30);

    private record Kept(JWKSet keys, Instant at) {}

    private final Connection connection;
    private final Clock clock;
    private final Object fetching = new Object();
    private volatile Kept kept = new Kept(new JWKSet(), Instant.MIN);

    Tokens(Connection connection) {
        this(connection, Clock.systemUTC());
    }

    Tokens(Connection connection, Clock clock) {
        this.connection = connection;
        this.clock = clock;
    }

    /**
     * What a token says, if it is genuine, not past and for this service. The keys are fetched once, and again for a token whose key is not
     * among them, twice a minute at most. What was taken back since it was made is not seen: {@link #introspect} asks.
     *
     * @param service the audience that it has to have
     */
    public Optional<JWTClaimsSet> verify(String token, String service) {
        try {
            SignedJWT signed = SignedJWT.parse(token);
            JWTClaimsSet claims = signed.getJWTClaimsSet();
            boolean good = TYPE.equals(signed.getHeader().getType())
                    && JWSAlgorithm.RS256.equals(signed.getHeader().getAlgorithm())
                    && claims.getAudience().contains(service)
                    && claims.getExpirationTime() != null
                    && clock.instant().isBefore(claims.getExpirationTime().toInstant())
                    && isSigned(signed);
            return good ? Optional.of(claims) : Optional.empty();
        } catch (ParseException notAToken) {
            return Optional.empty();
        }
    }

    private boolean isSigned(SignedJWT token) {
        try {
            JWK key = key(token.getHeader().getKeyID());
            return key != null && token.verify(new RSASSAVerifier(key.toRSAKey()));
        } catch (JOSEException unfit) {
            return false;
        }
    }

    private @Nullable JWK key(String id) {
        JWK key = kept.keys().getKeyByKeyId(id);
        if (key != null) {
            return key;
        }
        synchronized (fetching) {
            if (kept.at().isBefore(clock.instant().minus(LEAST_BETWEEN))) {
                kept = new Kept(fetch(), clock.instant());
            }
            return kept.keys().getKeyByKeyId(id);
        }
    }

    private JWKSet fetch() {
        try (Response response = connection.send(Request.of("GET", "/.well-known/jwks.json"))) {
            return JWKSet.parse(new String(response.body().readAllBytes(), StandardCharsets.UTF_8));
        } catch (IOException | ParseException broken) {
            throw new Unreachable(connection.service(), new IOException("its keys cannot be read", broken));
        }
    }

    /** What a token says, as it is now (RFC 7662, section 2.2): roles and permissions that were taken are not in it. */
    public Map<String, Object> introspect(String token) {
        return connection.ask(
                Request.of("POST", "/v1/tokens/introspection")
                        .form(Map.of("token", token))
                        .asking(),
                Cuenta.MAP.getType());
    }
}
