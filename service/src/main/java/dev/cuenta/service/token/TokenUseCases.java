package dev.cuenta.service.token;

import com.nimbusds.jose.jwk.RSAKey;
import com.nimbusds.jwt.JWTClaimsSet;
import dev.cuenta.core.account.AccountId;
import dev.cuenta.core.account.Scope;
import dev.cuenta.core.account.TenantId;
import dev.cuenta.core.activity.Action;
import dev.cuenta.core.model.AccountModel;
import dev.cuenta.core.permission.CuentaPermission;
import dev.cuenta.service.Settings;
import dev.cuenta.service.caller.Caller;
import dev.cuenta.service.caller.CurrentTenant;
import dev.cuenta.service.caller.Tokens;
import dev.cuenta.store.activity.Activity;
import dev.cuenta.store.live.LiveRevision;
import dev.cuenta.store.live.LiveRevisions;
import dev.cuenta.store.live.Work;
import dev.cuenta.store.session.Sessions;
import dev.cuenta.store.session.Sessions.Signed;
import dev.cuenta.store.token.RevokedTokens;
import dev.cuenta.store.token.SigningKey;
import dev.cuenta.store.token.SigningKeys;
import dev.cuenta.wire.token.TokenKey;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.UUID;
import org.springframework.stereotype.Component;

/** Asking about tokens, taking them back, and changing the keys that sign them. */
@Component
final class TokenUseCases {
    private static final Map<String, Object> INACTIVE = Map.of("active", false);

    private final LiveRevisions live;
    private final AccessTokens tokens;
    private final KeyRing keys;
    private final Settings settings;

    TokenUseCases(LiveRevisions live, AccessTokens tokens, KeyRing keys, Settings settings) {
        this.live = live;
        this.tokens = tokens;
        this.keys = keys;
        this.settings = settings;
    }

    /**
     * What a token says, if it counts (RFC 7662 section 2.2). A service is told about its own tokens only; of any other it learns as much
     * as of one that never was. Its roles and permissions are those that the person has now, whatever they were when it was made.
     */
    Map<String, Object> introspect(Caller caller, String token) {
        Optional<JWTClaimsSet> said = tokens.read(token);
        return live.with(revision -> {
            if (caller.service() == null) {
                caller.requireEverywhere(CuentaPermission.SERVICES_READ, revision.model());
            }
            return revision.read(
                    Scope.EVERYWHERE,
                    work -> said.flatMap(claims ->
                                    session(claims, caller, work).flatMap(signed -> told(claims, signed, work)))
                            .orElse(INACTIVE));
        });
    }

    /** The session of a token that counts, for somebody who may know. */
    private Optional<Signed> session(JWTClaimsSet claims, Caller caller, Work work) {
        boolean own = caller.service() == null
                || claims.getAudience().contains(caller.service().grant().service());
        return own && !new RevokedTokens(work).contains(UUID.fromString(claims.getJWTID()))
                ? new Sessions(work).find(sessionId(claims), settings.sessionIdle())
                : Optional.empty();
    }

    private static UUID sessionId(JWTClaimsSet claims) {
        return UUID.fromString(String.valueOf(claims.getClaim("sid")));
    }

    /** Empty where the person is no longer in the token's tenant, or the model has its service no longer. */
    private static Optional<Map<String, Object>> told(JWTClaimsSet claims, Signed signed, Work work) {
        LiveRevision revision = work.revision();
        String service = claims.getAudience().get(0);
        return person(claims, signed, revision.model())
                .flatMap(person -> revision.matrix().grant(service).map(grant -> {
                    JWTClaimsSet.Builder now = new JWTClaimsSet.Builder(claims);
                    AccessTokens.tell(person, grant, revision, now);
                    Map<String, Object> json = new LinkedHashMap<>(Map.of("active", true, "token_type", "Bearer"));
                    json.putAll(now.build().toJSONObject());
                    json.remove("sid");
                    return json;
                }));
    }

    /** Where the token is good: in a tenant, in all at once, or in none in particular. */
    private static Optional<Caller> person(JWTClaimsSet claims, Signed signed, AccountModel model) {
        Object tenant = claims.getClaim(AccessTokens.TENANT);
        return CurrentTenant.ALL.equals(tenant)
                ? Optional.of(Caller.acrossTenants(signed))
                : Caller.signedIn(
                        signed,
                        tenant == null
                                ? null
                                : TenantId.parse(tenant.toString()).orElseThrow(),
                        model);
    }

    /**
     * Takes a token back (RFC 7009 section 2.1): one that a service checks, or the session itself. Whoever shows it may do that. Nothing is
     * said of one that is not known.
     */
    void revoke(Caller caller, String token) {
        Optional<JWTClaimsSet> said = tokens.read(token);
        live.with(revision -> revision.write(Scope.EVERYWHERE, work -> {
            if (token.startsWith(Tokens.SESSION)) {
                end(Tokens.hash(token), caller, work);
            }
            said.filter(claims -> session(claims, caller, work).isPresent()).ifPresent(claims -> {
                UUID id = UUID.fromString(claims.getJWTID());
                new RevokedTokens(work).add(id, claims.getExpirationTime().toInstant());
                new Activity(work).add(Action.TOKEN_REVOKED, new AccountId(claims.getSubject()), caller.origin());
            });
            return said;
        }));
    }

    private void end(byte[] tokenHash, Caller caller, Work work) {
        Sessions sessions = new Sessions(work);
        sessions.find(tokenHash, settings.sessionIdle()).ifPresent(signed -> {
            sessions.end(tokenHash);
            new Activity(work).add(Action.SIGNED_OUT, signed.account(), caller.origin());
        });
    }

    /** Those that are published, oldest first. */
    List<TokenKey> keys(Caller caller) {
        live.with(revision -> {
            caller.requireEverywhere(CuentaPermission.SECRETS_ROTATE, revision.model());
            return revision;
        });
        return keys.published().stream().map(TokenUseCases::wire).toList();
    }

    /**
     * Another key is published now, and signs when nobody can lack it any more.
     *
     * @throws Problem CONFLICT while one is published that does not sign yet
     */
    TokenKey rotate(Caller caller) {
        return live.with(revision -> {
            caller.requireEverywhere(CuentaPermission.SECRETS_ROTATE, revision.model());
            keys.published();
            revision.read(Scope.EVERYWHERE, work -> new SigningKeys(work).toCome())
                    .map(KeyRing::refused)
                    .ifPresent(refusal -> {
                        throw refusal;
                    });
            RSAKey made = KeyRing.made();
            return revision.write(Scope.EVERYWHERE, work -> {
                SigningKey added = keys.rotate(made, work);
                new Activity(work).add(Action.SIGNING_KEY_ADDED, null, caller.origin(), Map.of("key", added.id()));
                return wire(added);
            });
        });
    }

    private static TokenKey wire(SigningKey key) {
        return new TokenKey(key.id(), key.signsFrom());
    }
}
