package dev.cuenta.service.token;

import static org.assertj.core.api.Assertions.assertThat;

import com.nimbusds.jose.proc.SecurityContext;
import com.nimbusds.jwt.SignedJWT;
import com.nimbusds.jwt.proc.DefaultJWTProcessor;
import dev.cuenta.core.testing.Await;
import dev.cuenta.service.testing.Http;
import dev.cuenta.service.testing.RunningService;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.concurrent.CopyOnWriteArrayList;
import java.util.concurrent.atomic.AtomicBoolean;
import java.util.concurrent.atomic.AtomicInteger;
import org.junit.jupiter.api.Test;

/** Tokens live for three seconds here, and keys may be kept as long: a service that does so never lacks one. */
class TokenKeysTest {
    @Test
    void keys_change_while_everyone_works_and_no_token_is_refused() throws Exception {
        try (RunningService marea = RunningService.marea(Map.of("CUENTA_TOKEN_LIFETIME", "3s"))) {
            Http cleo = marea.person("cleo");
            DefaultJWTProcessor<SecurityContext> verifier = TokensTest.verifier(marea, "berths", 3_000);
            AtomicBoolean on = new AtomicBoolean(true);
            AtomicInteger checked = new AtomicInteger();
            AtomicInteger keys = new AtomicInteger();
            List<Throwable> refused = new CopyOnWriteArrayList<>();
            Thread service = new Thread(() -> {
                Set<String> seen = new HashSet<>();
                while (on.get()) {
                    try {
                        String token = TokensTest.issue(cleo, "berths");
                        verifier.process(token, null);
                        seen.add(SignedJWT.parse(token).getHeader().getKeyID());
                        keys.set(seen.size());
                        checked.incrementAndGet();
                        Thread.sleep(200); // signing takes a processor's whole time otherwise
                    } catch (Exception | AssertionError failure) {
                        refused.add(failure);
                    }
                }
            });
            service.start();
            for (int i = 0; i < 2; i++) {
                int seenBefore = i + 1;
                Await.until("the present key signs", () -> keys.get() == seenBefore || !refused.isEmpty());
                marea.keyHolder().post("/v1/tokens/keys", Map.of()).status(201);
                Http.Answer another =
                        marea.keyHolder().post("/v1/tokens/keys", Map.of()).status(409);
                assertThat(another.json().path("detail").asString()).contains("takes over at");
                marea.rotateSecrets();
                int changes = i + 2;
                Await.until("the new key signs", () -> keys.get() == changes || !refused.isEmpty());
            }
            Await.until("many tokens are checked", () -> checked.get() > 50 || !refused.isEmpty());
            on.set(false);
            service.join();

            assertThat(refused).isEmpty();
            assertThat(keys).hasValue(3);
            Await.until(
                    "one key is left",
                    () -> marea.guest()
                                    .get("/.well-known/jwks.json")
                                    .json()
                                    .path("keys")
                                    .size()
                            == 1);
            Await.until(
                    "all is sealed anew",
                    () -> marea.keyHolder()
                                    .get("/v1/secrets/keys")
                                    .json()
                                    .path("left")
                                    .asInt()
                            == 0);
            assertThat(marea.log()).doesNotContain("stopped and will be tried again");
        }
    }
}
