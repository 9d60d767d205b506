package dev.cuenta.service.tenant;

import dev.cuenta.service.testing.OnMarea;
import java.util.HashMap;
import java.util.Map;
import org.jspecify.annotations.Nullable;

/** Tenants that are made for a test, and people who sign up, with an invitation or without. */
abstract class PeopleInTenants extends OnMarea {
    static void leave(String tenant, String account) {
        marea.keyHolder()
                .delete("/v1/tenants/" + tenant + "/members/" + account)
                .status(204);
    }

    static String made(String name) {
        return marea.keyHolder()
                .post("/v1/tenants", Map.of("name", name))
                .status(201)
                .json()
                .path("id")
                .asString();
    }

    static Map<String, Object> person(String name, @Nullable String invitation) {
        Map<String, Object> body = new HashMap<>(Map.of(
                "email",
                name + ".demo@marea.example",
                "password",
                PASSWORD,
                "person",
                Map.of("givenName", name, "familyName", "Demo")));
        if (invitation != null) {
            body.put("invitation", invitation);
        }
        return body;
    }
}
