package dev.cuenta.acceptance;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import org.junit.jupiter.api.Test;
import tools.jackson.databind.JsonNode;

/** Plants recognisable values where nothing may leave, calls every address that the OpenAPI document names, and looks for them. */
class HiddenValuesTest {
    /** None of the installation's. */
    private static final String TENANT = "01990000-0000-7000-8000-000000000000";

    private static final String CANARY = "CANARY4711";

    @Test
    void neither_hashes_nor_values_that_are_never_returned_show_up_anywhere() {
        try (Installation marea = Installation.marea()) {
            marea.cuenta("sample", "30").succeeds();
            marea.psql("update accounts.profile_mooring set gate_code = '" + CANARY + "'");
            String hash = marea.psql("select hash from cuenta.credential limit 1");
            String holder = marea.psql("select account_id from accounts.profile_mooring limit 1");

            List<String> answers = new ArrayList<>();
            for (Http caller : List.of(marea.guest(), marea.operator(), marea.keyHolder())) {
                callEverything(marea, caller, holder, answers);
            }

            assertThat(answers).hasSizeGreaterThan(150);
            assertThat(answers).allSatisfy(answer -> assertThat(answer).doesNotContain(CANARY, "$argon2", hash));
            assertThat(marea.log()).doesNotContain(CANARY, "$argon2", Installation.PASSWORD, marea.key());
            assertThat(marea.cuenta("accounts", "show", holder).text()).doesNotContain(CANARY);
        }
    }

    private static void callEverything(Installation marea, Http caller, String account, List<String> answers) {
        JsonNode paths =
                marea.guest().get("/v1/openapi.json").status(200).json().path("paths");
        assertThat(paths.size()).isGreaterThan(20);
        List<String> bodies = List.of(
                "{}",
                "{\"email\": \"operator@marea.example\", \"password\": \"five grey gulls\", \"person\": {\"givenName\": \"A\", \"familyName\": \"B\"}}",
                "{\"mooring\": {\"gateCode\": \"123456789012345\"}}",
                "{\"rule\": \"abandonedSignUps\"}",
                "{\"source\": \"cuenta: 1\"}",
                "{\"accounts\": [{\"key\": \"1\", \"values\": {\"email\": \"operator@marea.example\"}}]}",
                "{broken");
        paths.properties()
                .forEach(path -> path.getValue().properties().forEach(operation -> {
                    String method = operation.getKey().toUpperCase(Locale.ROOT);
                    String address = path.getKey()
                            .replace("{id}", account)
                            .replace("{number}", "1")
                            .replace("{name}", "billing")
                            .replace("{field}", "mooring.gateCode")
                            .replace("{source}", "old-harbour")
                            .replaceAll("\\{\\w+}", TENANT);
                    boolean destroys = method.equals("DELETE")
                            || address.endsWith("/samples")
                            || address.endsWith("/anonymisation")
                            || address.endsWith("/runs") && method.equals("POST");
                    if (method.equals("GET")) {
                        answers.add(caller.get(address).everything());
                        answers.add(caller.get(
                                        address
                                                + "?fields=mooring.gateCode&filter=mooring.gateCode sw \"C\"&sort=mooring.gateCode")
                                .everything());
                    } else if (!destroys && !method.equals("PARAMETERS")) {
                        bodies.forEach(body ->
                                answers.add(caller.send(method, address, body).everything()));
                    }
                }));
        answers.add(caller.patch("/v1/accounts/" + account, Map.of("mooring", Map.of("berth", "nonsense")))
                .everything());
    }
}
