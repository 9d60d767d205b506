package dev.cuenta.service.token;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import com.nimbusds.jose.JOSEObjectType;
import com.nimbusds.jose.JWSAlgorithm;
import com.nimbusds.jose.jwk.source.JWKSource;
import com.nimbusds.jose.jwk.source.JWKSourceBuilder;
import com.nimbusds.jose.proc.DefaultJOSEObjectTypeVerifier;
import com.nimbusds.jose.proc.JWSVerificationKeySelector;
import com.nimbusds.jose.proc.SecurityContext;
import com.nimbusds.jose.util.DefaultResourceRetriever;
import com.nimbusds.jwt.JWTClaimsSet;
import com.nimbusds.jwt.proc.DefaultJWTClaimsVerifier;
import com.nimbusds.jwt.proc.DefaultJWTProcessor;
import dev.cuenta.service.testing.Http;
import dev.cuenta.service.testing.OnMarea;
import dev.cuenta.service.testing.RunningService;
import java.net.MalformedURLException;
import java.util.List;
import java.util.Map;
import java.util.Set;
import org.jspecify.annotations.Nullable;
import org.junit.jupiter.api.Test;
import tools.jackson.databind.JsonNode;

/** Tokens that a service checks by itself, with nothing but the published keys; and asks about. */
class TokensTest extends OnMarea {
    /** Beyond what the busiest machine needs to answer. */
    private static final int PATIENCE_MILLIS = 60_000;

    @Test
    void a_service_checks_a_token_by_itself_and_learns_no_more_than_its_contract_lets_it() throws Exception {
        Http operator = marea.operator();
        String token = issue(operator, "berths");
        JWTClaimsSet claims = verifier(marea, "berths", 60_000).process(token, null);

        assertThat(claims.getSubject())
                .isEqualTo(operator.get("/v1/me").json().path("id").asString());
        assertThat(claims.getIssuer()).isEqualTo(marea.url().toString());
        assertThat(claims.getStringClaim("scope")).isEqualTo("berths.assign");
        assertThat(claims.getStringClaim("client_id")).isEqualTo("berths");
        assertThat(claims.getStringListClaim("amr")).containsExactly("pwd");
        assertThat(claims.getClaims().keySet())
                .containsExactlyInAnyOrder(
                        "iss", "sub", "aud", "client_id", "iat", "exp", "jti", "sid", "amr", "scope", "rights_stamp");
        String ines = issue(person("ines"), "berths");
        assertThat(verifier(marea, "berths", 60_000).process(ines, null).getClaim("scope"))
                .isNull();
        assertThatThrownBy(() -> verifier(marea, "billing", 60_000).process(ines, null))
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
        assertThat(marea.sql("select string_agg(private_key::text, '') from cuenta.signing_key"))
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

    /** Whatever stands in it was true when it was made. */
    @Test
    void what_a_token_may_is_told_as_it_is_now() {
        Http berths = service("berths");
        String id = marea.signUp("cleo");
        Http cleo = marea.as("cleo@post.example", PASSWORD);
        Http operator = marea.operator();
        operator.patch("/v1/accounts/" + id, Map.of("roles", List.of("administrator")))
                .status(200);
        String token = issue(cleo, "berths");
        assertThat(asked(berths, token).path("scope").asString()).isEqualTo("berths.assign");

        operator.patch("/v1/accounts/" + id, Map.of("roles", List.of())).status(200);
        JsonNode after = asked(berths, token);
        assertThat(after.path("active").asBoolean()).isTrue();
        assertThat(after.path("scope").isMissingNode()).isEqualTo(true);

        operator.delete("/v1/accounts/" + id).status(204);
        assertThat(asked(berths, token).toString()).isEqualTo("{\"active\":false}");
    }

    @Test
    void whoever_left_the_token_s_tenant_has_none_there() {
        Http berths = service("berths");
        String id = marea.signUp("dora");
        Http dora = marea.as("dora@post.example", PASSWORD);
        String token = issue(dora, "berths");
        String tenant = asked(berths, token).path("tenant").asString();

        marea.operator().delete("/v1/tenants/" + tenant + "/members/" + id).status(204);

        assertThat(asked(berths, token).toString()).isEqualTo("{\"active\":false}");
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

    static String issue(Http person, String service) {
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

    /** A service has two keys at most. */
    private static Http service(String name) {
        marea.sql("delete from cuenta.service_key where service = '" + name + "'");
        return marea.with(marea.serviceKey(name));
    }

    /** As another program reads the standard. */
    static DefaultJWTProcessor<SecurityContext> verifier(RunningService service, String audience, long kept)
            throws MalformedURLException {
        JWKSource<SecurityContext> keys = JWKSourceBuilder.<SecurityContext>create(
                        service.url().resolve("/.well-known/jwks.json").toURL(),
                        new DefaultResourceRetriever(PATIENCE_MILLIS, PATIENCE_MILLIS))
                .cache(kept, 1_000)
                .refreshAheadCache(false)
                .rateLimited(false)
                .build();
        DefaultJWTProcessor<SecurityContext> processor = new DefaultJWTProcessor<>();
        processor.setJWSTypeVerifier(new DefaultJOSEObjectTypeVerifier<>(new JOSEObjectType("at+jwt")));
        processor.setJWSKeySelector(new JWSVerificationKeySelector<>(JWSAlgorithm.RS256, keys));
        DefaultJWTClaimsVerifier<@Nullable SecurityContext> claims = new DefaultJWTClaimsVerifier<>(
                audience,
                new JWTClaimsSet.Builder().issuer(service.url().toString()).build(),
                Set.of("sub", "exp", "iat", "jti"));
        processor.setJWTClaimsSetVerifier(claims);
        return processor;
    }
}
