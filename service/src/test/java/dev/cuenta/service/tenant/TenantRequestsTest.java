package dev.cuenta.service.tenant;

import static org.assertj.core.api.Assertions.assertThat;

import dev.cuenta.core.testing.Await;
import dev.cuenta.service.testing.Http;
import java.util.Map;
import org.junit.jupiter.api.Test;
import tools.jackson.databind.JsonNode;

/** One tenant does not take from the others what they need: what is asked within it is limited, whoever asks. */
class TenantRequestsTest extends PeopleInTenants {
    private static Http.Answer within(Http by, String tenant) {
        return by.send("GET", "/v1/accounts?limit=1", null, "Cuenta-Tenant", tenant);
    }

    @Test
    void what_is_asked_within_a_tenant_is_limited_and_nothing_else_is() {
        Http key = marea.keyHolder();
        String loud = made("Loud basin");
        String quiet = made("Quiet basin");
        JsonNode limited = key.patch("/v1/tenants/" + loud, Map.of("limits", Map.of("requests", 2)))
                .status(200)
                .json();
        assertThat(limited.path("limits").toString()).isEqualTo("{\"requests\":2}");
        assertThat(limited.path("effectiveLimits").toString()).isEqualTo("{\"requests\":2}");
        within(key, loud).status(200);

        Http.Answer refused =
                Await.until("the limit is known", () -> within(key, loud), answer -> answer.status() == 429);

        assertThat(refused.problem()).startsWith("too-many");
        assertThat(refused.json().path("detail").asString()).containsPattern("Try again in [0-9]+ s");
        assertThat(
                        marea.sql(
                                "select details->'limits' from cuenta.activity where action = 'tenant-changed' order by number desc limit 1"))
                .isEqualTo("{\"requests\":2}");
        assertThat(Integer.parseInt(
                        refused.response().headers().firstValue("Retry-After").orElseThrow()))
                .isBetween(1, 30);
        Http berths = marea.with(marea.serviceKey("berths"));
        within(berths, loud).status(429);
        within(berths, quiet).status(200);
        within(key, quiet).status(200);
        key.get("/v1/accounts?limit=1").status(200);
        key.patch("/v1/tenants/" + loud, Map.of("limits", Map.of())).status(200);
        Await.until("the limit is gone", () -> within(key, loud).status(), status -> status == 200);
        for (int i = 0; i < 5; i++) {
            within(key, loud).status(200);
        }
    }
}
