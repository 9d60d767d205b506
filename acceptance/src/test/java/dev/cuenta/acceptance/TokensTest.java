package dev.cuenta.acceptance;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import com.nimbusds.jose.JOSEObjectType;
import com.nimbusds.jose.JWSAlgorithm;
import com.nimbusds.jose.jwk.source.JWKSource;
import com.nimbusds.jose.jwk.source.JWKSourceBuilder;
import com.nimbusds.jose.proc.DefaultJOSEObjectTypeVerifier;
import com.nimbusds.jose.proc.JWSVerificationKeySelector;
import com.nimbusds.jose.proc.SecurityContext;
import com.nimbusds.jwt.JWTClaimsSet;
import com.nimbusds.jwt.SignedJWT;
import com.nimbusds.jwt.proc.DefaultJWTClaimsVerifier;
import com.nimbusds.jwt.proc.DefaultJWTProcessor;
import java.net.MalformedURLException;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.concurrent.CopyOnWriteArrayList;
import java.util.concurrent.atomic.AtomicBoolean;
import java.util.concurrent.atomic.AtomicInteger;
import org.jspecify.annotations.Nullable;
import org.junit.jupiter.api.Test;
import tools.jackson.databind.JsonNode;

/** Tokens that a service checks by itself, with nothing but the published keys; and asks about. */
class TokensTest extends OnMarea {

    @Test
    void a_service_checks_a_token_by_itself_and_learns_no_more_than_its_contract_lets_it() throws Exception {
        Http operator = marea.operator();
        String token = issue(operator, "berths");
        JWTClaimsSet claims = verifier("berths", 60_000).process(token, null);

        assertThat(claims.getSubject())
                .isEqualTo(operator.get("/v1/me").json().path("id").asString());
        assertThat(claims.getIssuer()).isEqualTo(marea.url().toString());
        assertThat(claims.getStringClaim("scope")).isEqualTo("berths.assign");
        assertThat(claims.getStringClaim("client_id")).isEqualTo("berths");
        assertThat(claims.getStringListClaim("amr")).containsExactly("pwd");
        assertThat(claims.getClaims().keySet())
                .containsExactlyInAnyOrder(
                        "iss", "sub", "aud", "client_id", "iat", "exp", "jti", "sid", "amr", "scope");
        String ines = issue(person("ines"), "berths");
        assertThat(verifier("berths", 60_000).process(ines, null).getClaim("scope"))
                .isNull();
        assertThatThrownBy(() -> verifier("billing", 60_000).process(ines, null))
                .hasMessageContaining("aud");
        assertThat(operator.post("/v1/tokens", Map.of("service", "berth"))
                        .json()
                        .path("detail")
                        .asString())
                .contains("Did you mean `berths`?");
        assertThat(marea.keyHolder()
                        .post("/v1/tokens", Map.of("service", "berths"))
                        .status())
                .isEqualTo(403);
        assertThat(marea.guest().get("/.well-known/jwks.json").everything()).doesNotContain("\"d\"", "\"p\"");
        assertThat(marea.psql("select string_agg(private_key::text, '') from cuenta.signing_key"))
                .doesNotContain("RSA");
    }

    @Test
    void a_service_asks_whether_a_token_counts_and_only_about_its_own() {
        Http berths = service("berths");
        Http billing = service("billing");
        Http ada = person("ada");
        String token = issue(ada, "berths");

        assertThat(asked(berths, token).path("active").asBoolean()).isTrue();
        assertThat(asked(berths, token).path("aud").toString()).contains("berths");
        assertThat(asked(billing, token).toString()).isEqualTo("{\"active\":false}");
        assertThat(asked(berths, token.substring(0, token.length() - 4) + "AAAA")
                        .toString())
                .isEqualTo("{\"active\":false}");
        assertThat(asked(berths, "nothing").toString()).isEqualTo("{\"active\":false}");
        assertThat(ada.form("/v1/tokens/introspection", Map.of("token", token)).status())
                .isEqualTo(403);

        billing.form("/v1/tokens/revocation", Map.of("token", token)).status(200);
        assertThat(asked(berths, token).path("active").asBoolean())
                .as("not its own")
                .isTrue();
        berths.form("/v1/tokens/revocation", Map.of("token", token)).status(200);
        assertThat(asked(berths, token).path("active").asBoolean()).isFalse();
        String second = issue(ada, "berths");
        assertThat(asked(berths, second).path("active").asBoolean()).isTrue();
        ada.delete("/v1/sessions/current").status(204);
        assertThat(asked(berths, second).path("active").asBoolean())
                .as("signed out")
                .isFalse();
    }

    @Test
    void whoever_shows_a_session_s_token_can_end_it() {
        Http bo = person("bo");
        String token = marea.guest()
                .post("/v1/sessions", Map.of("identifier", "bo@post.example", "password", PASSWORD))
                .json()
                .path("token")
                .asString();

        bo.form("/v1/tokens/revocation", Map.of("token", token)).status(200);

        assertThat(marea.with(token).get("/v1/me").status()).isEqualTo(401);
        assertThat(bo.get("/v1/me").status()).isEqualTo(200);
    }

    /** Tokens live for three seconds here, and keys may be kept as long: a service that does so never lacks one. */
    @Test
    void keys_change_while_everyone_works_and_no_token_is_refused() throws Exception {
        Http cleo = person("cleo");
        DefaultJWTProcessor<SecurityContext> verifier = verifier("berths", 3_000);
        AtomicBoolean on = new AtomicBoolean(true);
        AtomicInteger checked = new AtomicInteger();
        AtomicInteger keys = new AtomicInteger();
        List<Exception> refused = new CopyOnWriteArrayList<>();
        Thread service = new Thread(() -> {
            Set<String> seen = new HashSet<>();
            while (on.get()) {
                try {
                    String token = issue(cleo, "berths");
                    verifier.process(token, null);
                    seen.add(SignedJWT.parse(token).getHeader().getKeyID());
                    keys.set(seen.size());
                    checked.incrementAndGet();
                } catch (Exception failure) {
                    refused.add(failure);
                }
            }
        });
        service.start();
        for (int i = 0; i < 2; i++) {
            assertThat(marea.cuenta("tokens", "rotate").succeeds().text()).contains("is published, and signs from");
            marea.cuenta("secrets", "rotate").succeeds();
            Installation.pause(7_500);
        }
        on.set(false);
        service.join();

        assertThat(refused).isEmpty();
        assertThat(keys).hasValue(3);
        assertThat(checked.get()).isGreaterThan(100);
        Installation.pause(7_500);
        assertThat(marea.log()).as("sealed anew").doesNotContain("stopped and will be tried again");
        assertThat(marea.guest().get("/.well-known/jwks.json").json().path("keys"))
                .hasSize(1);
    }

    @Test
    void the_terminal_issues_checks_and_takes_back() {
        String shell = "export CUENTA_CONFIG=$(mktemp) && echo url=" + marea.url() + " > $CUENTA_CONFIG && echo '"
                + Installation.PASSWORD + "' | ./cuenta sign-in " + Installation.OPERATOR
                + " --password-stdin >/dev/null && T=$(./cuenta tokens issue berths) && ask() { echo $T | ./cuenta tokens introspect --token-stdin; }"
                + " && ask && echo $T | ./cuenta tokens revoke --token-stdin && ask && ./cuenta tokens keys";
        String text = marea.shell(shell).succeeds().text();

        assertThat(text)
                .contains(
                        "berths.assign",
                        "If it counted, it does so no more.",
                        "This token does not count",
                        "SIGNS FROM");
    }

    private static String issue(Http person, String service) {
        return person.post("/v1/tokens", Map.of("service", service))
                .status(201)
                .json()
                .path("token")
                .asString();
    }

    private static JsonNode asked(Http caller, String token) {
        return caller.form("/v1/tokens/introspection", Map.of("token", token))
                .status(200)
                .json();
    }

    private static Http service(String name) {
        return marea.with(
                marea.cuenta("services", "keys", "add", name).succeeds().text().strip());
    }

    /** As another program reads the standard. */
    private static DefaultJWTProcessor<SecurityContext> verifier(String audience, long kept)
            throws MalformedURLException {
        JWKSource<SecurityContext> keys = JWKSourceBuilder.create(
                        marea.url().resolve("/.well-known/jwks.json").toURL())
                .cache(kept, 1_000)
                .refreshAheadCache(false)
                .rateLimited(false)
                .build();
        DefaultJWTProcessor<SecurityContext> processor = new DefaultJWTProcessor<>();
        processor.setJWSTypeVerifier(new DefaultJOSEObjectTypeVerifier<>(new JOSEObjectType("at+jwt")));
        processor.setJWSKeySelector(new JWSVerificationKeySelector<>(JWSAlgorithm.RS256, keys));
        DefaultJWTClaimsVerifier<@Nullable SecurityContext> claims = new DefaultJWTClaimsVerifier<>(
                audience,
                new JWTClaimsSet.Builder().issuer(marea.url().toString()).build(),
                Set.of("sub", "exp", "iat", "jti"));
        processor.setJWTClaimsSetVerifier(claims);
        return processor;
    }
}
