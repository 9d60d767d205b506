package dev.cuenta.service.token;

import com.nimbusds.jose.JOSEException;
import com.nimbusds.jose.JWSAlgorithm;
import com.nimbusds.jose.jwk.JWK;
import com.nimbusds.jose.jwk.JWKSet;
import com.nimbusds.jose.jwk.KeyUse;
import com.nimbusds.jose.jwk.RSAKey;
import com.nimbusds.jose.jwk.gen.RSAKeyGenerator;
import dev.cuenta.core.account.Scope;
import dev.cuenta.core.problem.Problem;
import dev.cuenta.core.problem.ProblemKind;
import dev.cuenta.service.Settings;
import dev.cuenta.service.job.Job;
import dev.cuenta.store.live.LiveRevisions;
import dev.cuenta.store.live.Work;
import dev.cuenta.store.token.SigningKey;
import dev.cuenta.store.token.SigningKeys;
import java.text.ParseException;
import java.time.Duration;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.concurrent.ConcurrentHashMap;
import org.springframework.stereotype.Component;

/**
 * The keys that sign tokens. They are the database's, so every instance has the same ones. Whoever keeps the published ones may do so
 * as long as a token lives ({@link #cacheable}): another one signs only after twice that, and the one before stays published as long.
 */
@Component
final class KeyRing implements Job {
    /** RS256, which everybody who reads such tokens can verify (RFC 9068 section 2.1). */
    static final JWSAlgorithm ALGORITHM = JWSAlgorithm.RS256;

    private static final int BITS = 2048;
    private static final Duration ROTATED_AFTER = Duration.ofDays(30);

    private final LiveRevisions live;
    private final Duration lifetime;
    private final Map<String, RSAKey> opened = new ConcurrentHashMap<>();

    KeyRing(LiveRevisions live, Settings settings) {
        this.live = live;
        this.lifetime = settings.tokenLifetime();
    }

    Duration cacheable() {
        return lifetime;
    }

    /** Those that are published. */
    List<SigningKey> published() {
        List<SigningKey> keys = stored();
        return keys.isEmpty() ? first() : keys;
    }

    private List<SigningKey> stored() {
        return live.with(revision -> revision.read(Scope.EVERYWHERE, work -> new SigningKeys(work).published()));
    }

    /** As a JSON Web Key Set (RFC 7517 section 5). */
    Map<String, Object> publishedSet() {
        return new JWKSet(published().stream()
                        .map(key -> parsed(key.publicKey()))
                        .map(JWK.class::cast)
                        .toList())
                .toJSONObject();
    }

    /** The one that signs now. */
    RSAKey signing() {
        published();
        return live.with(revision -> revision.read(Scope.EVERYWHERE, work -> {
            String id = new SigningKeys(work).signing().orElseThrow().id();
            return opened.computeIfAbsent(id, any -> parsed(new SigningKeys(work).secretOf(id)));
        }));
    }

    /** Making a key costs much: however many strangers ask for the first one at once, one is made, and all get it. */
    private synchronized List<SigningKey> first() {
        List<SigningKey> meanwhile = stored();
        if (!meanwhile.isEmpty()) {
            return meanwhile;
        }
        RSAKey made = made();
        return live.with(revision -> revision.write(Scope.EVERYWHERE, work -> {
            SigningKeys keys = new SigningKeys(work);
            keys.lock();
            if (keys.published().isEmpty()) {
                add(made, Duration.ZERO, work);
            }
            return keys.published();
        }));
    }

    /** One at a time: making one costs much, and every service reads them all. */
    static Problem refused(SigningKey toCome) {
        return Problem.of(
                ProblemKind.CONFLICT,
                "Another key is published already; it takes over at " + toCome.signsFrom()
                        + ". Add the next one after that.");
    }

    /** Adds another one, which was {@link #made} before anything is locked; says when it takes over. */
    SigningKey rotate(RSAKey made, Work work) {
        SigningKeys keys = new SigningKeys(work);
        keys.lock();
        keys.toCome().map(KeyRing::refused).ifPresent(refusal -> {
            throw refusal;
        });
        add(made, lifetime.multipliedBy(2), work);
        return keys.published().stream()
                .filter(key -> key.id().equals(made.getKeyID()))
                .findFirst()
                .orElseThrow();
    }

    private static void add(RSAKey key, Duration lead, Work work) {
        new SigningKeys(work).add(key.getKeyID(), key.toPublicJWK().toJSONString(), key.toJSONString(), lead);
    }

    static RSAKey made() {
        try {
            return new RSAKeyGenerator(BITS)
                    .keyUse(KeyUse.SIGNATURE)
                    .algorithm(ALGORITHM)
                    .keyIDFromThumbprint(true)
                    .generate();
        } catch (JOSEException everyPlatformHasIt) {
            throw new IllegalStateException(everyPlatformHasIt);
        }
    }

    private static RSAKey parsed(String key) {
        try {
            return RSAKey.parse(key);
        } catch (ParseException ourOwn) {
            // Without its cause, which may quote what could not be read.
            throw new IllegalStateException("A signing key in the database cannot be read.");
        }
    }

    @Override
    public String title() {
        return "Keeping the keys of tokens";
    }

    /** Another key each month, and those that nobody needs any more go. */
    @Override
    public void carryOn() {
        boolean old = live.with(
                revision -> revision.read(Scope.EVERYWHERE, work -> new SigningKeys(work).olderThan(ROTATED_AFTER)));
        Optional<RSAKey> next = old ? Optional.of(made()) : Optional.empty();
        live.with(revision -> revision.write(Scope.EVERYWHERE, work -> {
            SigningKeys keys = new SigningKeys(work);
            next.ifPresent(made -> {
                keys.lock();
                if (keys.olderThan(ROTATED_AFTER)) {
                    rotate(made, work);
                }
            });
            return keys.sweep(lifetime.multipliedBy(2));
        }));
    }
}
