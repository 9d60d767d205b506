package dev.cuenta.service.token;

import com.nimbusds.jose.JOSEException;
import com.nimbusds.jose.JOSEObjectType;
import com.nimbusds.jose.JWSHeader;
import com.nimbusds.jose.crypto.RSASSASigner;
import com.nimbusds.jose.crypto.RSASSAVerifier;
import com.nimbusds.jose.jwk.RSAKey;
import com.nimbusds.jwt.JWTClaimsSet;
import com.nimbusds.jwt.SignedJWT;
import dev.cuenta.core.access.Grant;
import dev.cuenta.core.account.AccountId;
import dev.cuenta.core.finding.Nearest;
import dev.cuenta.core.model.AccountModel;
import dev.cuenta.core.model.Role;
import dev.cuenta.core.permission.Permission;
import dev.cuenta.core.problem.Problem;
import dev.cuenta.core.problem.ProblemKind;
import dev.cuenta.service.Settings;
import dev.cuenta.service.caller.Caller;
import dev.cuenta.service.caller.CurrentTenant;
import dev.cuenta.store.live.LiveRevision;
import dev.cuenta.store.live.LiveRevisions;
import java.text.ParseException;
import java.time.Clock;
import java.time.Instant;
import java.util.Comparator;
import java.util.Date;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.TreeSet;
import java.util.UUID;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Component;

/**
 * Short-lived tokens of a person for one service (JWT, RFC 9068). A token says who, in which tenant, and what of the contract's
 * permissions the person has: nothing that the service might not ask about anyway.
 */
@Component
final class AccessTokens {
    static final String TENANT = "tenant";
    private static final String RIGHTS_STAMP = "rights_stamp";

    private static final JOSEObjectType TYPE = new JOSEObjectType("at+jwt");

    /** A token that was made. It is told once. */
    record Issued(String token, Instant expires) {}

    private final LiveRevisions live;
    private final KeyRing keys;
    private final Settings settings;
    private final Clock clock;

    AccessTokens(LiveRevisions live, KeyRing keys, Settings settings, Clock clock) {
        this.live = live;
        this.keys = keys;
        this.settings = settings;
        this.clock = clock;
    }

    /** For the service of that name, which is the token's audience. */
    Issued issue(Caller caller, String service) {
        AccountId account = caller.account();
        UUID session = caller.session();
        if (account == null || session == null || caller.service() != null) {
            throw Problem.of(ProblemKind.FORBIDDEN, "Only a person who is signed in gets a token for a service.");
        }
        return live.with(revision -> {
            Grant grant = revision.matrix()
                    .grant(service)
                    .orElseThrow(() -> Problem.invalid(
                            "/service",
                            "unknown",
                            "The live model has no service `" + service + "`. "
                                    + Nearest.advice(
                                            service, revision.model().services().keySet())));
            Instant now = clock.instant();
            Instant expires = Stream.concat(
                            Stream.of(now.plus(settings.tokenLifetime())), caller.endsOfRoles(revision.model()))
                    .min(Comparator.naturalOrder())
                    .orElseThrow();
            JWTClaimsSet.Builder claims = new JWTClaimsSet.Builder()
                    .issuer(settings.publicUrl())
                    .subject(account.text())
                    .audience(service)
                    .claim("client_id", service)
                    .issueTime(Date.from(now))
                    .expirationTime(Date.from(expires))
                    .jwtID(UUID.randomUUID().toString())
                    .claim("sid", session.toString())
                    .claim("amr", caller.strong() ? List.of("pwd", "otp") : List.of("pwd"));
            tell(caller, grant, revision, claims);
            return new Issued(signed(claims.build()), expires);
        });
    }

    /** What the contract lets be told of somebody, as it is now; in the place of what the claims say of it. */
    static void tell(Caller caller, Grant grant, LiveRevision revision, JWTClaimsSet.Builder claims) {
        AccountModel model = revision.model();
        Set<String> may = new TreeSet<>(grant.asks());
        may.removeIf(permission -> !caller.may(Permission.of(permission), model));
        claims.claim("scope", may.isEmpty() ? null : String.join(" ", may));
        boolean roles = grant.attributes().contains("roles");
        claims.claim(
                "roles",
                roles ? caller.roles(model).stream().map(Role::name).sorted().collect(Collectors.toList()) : null);
        claims.claim(TENANT, tenant(caller));
        claims.claim(RIGHTS_STAMP, revision.number() + caller.rightsStamp());
    }

    private static @Nullable String tenant(Caller caller) {
        if (caller.allTenants()) {
            return CurrentTenant.ALL;
        }
        return caller.tenant() == null ? null : caller.tenant().toString();
    }

    private String signed(JWTClaimsSet claims) {
        RSAKey key = keys.signing();
        SignedJWT jwt = new SignedJWT(
                new JWSHeader.Builder(KeyRing.ALGORITHM)
                        .type(TYPE)
                        .keyID(key.getKeyID())
                        .build(),
                claims);
        try {
            jwt.sign(new RSASSASigner(key));
        } catch (JOSEException ourOwn) {
            throw new IllegalStateException(ourOwn);
        }
        return jwt.serialize();
    }

    /** What a token of ours says that is not out of date; empty for anything else. */
    Optional<JWTClaimsSet> read(String token) {
        try {
            SignedJWT jwt = SignedJWT.parse(token);
            boolean ours = KeyRing.ALGORITHM.equals(jwt.getHeader().getAlgorithm())
                    && TYPE.equals(jwt.getHeader().getType())
                    && keys.published().stream()
                            .filter(key -> key.id().equals(jwt.getHeader().getKeyID()))
                            .anyMatch(key -> verifies(jwt, key.publicKey()));
            JWTClaimsSet claims = jwt.getJWTClaimsSet();
            return Optional.of(claims)
                    .filter(said -> ours
                            && settings.publicUrl().equals(said.getIssuer())
                            && said.getExpirationTime().toInstant().isAfter(clock.instant()));
        } catch (ParseException notOne) {
            return Optional.empty();
        }
    }

    private static boolean verifies(SignedJWT jwt, String key) {
        try {
            return jwt.verify(new RSASSAVerifier(RSAKey.parse(key)));
        } catch (JOSEException | ParseException notOurs) {
            return false;
        }
    }
}
