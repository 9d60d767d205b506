package dev.cuenta.service.tenant;

import static org.assertj.core.api.Assertions.assertThat;

import dev.cuenta.service.testing.Http;
import dev.cuenta.service.testing.OnMarea;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.TreeSet;
import org.junit.jupiter.api.DynamicTest;
import org.junit.jupiter.api.TestFactory;
import tools.jackson.databind.JsonNode;

/** What tenants have is read, changed and asked for by whom the matrix says; here everybody is all of several parties at once. */
class TenantMatrixTest extends OnMarea {
    private static final Set<String> CLOSED = Set.of("unknown", "notWritable");
    private static final Map<String, Object> OF_NO_TYPE = Map.of("of", "no type");

    @TestFactory
    List<DynamicTest> tenants_give_what_the_matrix_says() {
        String harbour = marea.sql("select id from cuenta.tenant where name = 'Isla Verde'");
        person("matrix-member", harbour);
        String master = person("matrix-master", harbour);
        marea.sql("insert into cuenta.role_given (account_id, role, tenant_id) values ('" + master + "', 2, '" + harbour
                + "')");
        Map<Http, List<String>> visitors = Map.of(
                marea.operator(), List.of("administrator"),
                marea.as("matrix-member@post.example", PASSWORD), List.of("member", "boater"),
                marea.as("matrix-master@post.example", PASSWORD), List.of("member", "boater", "harbourMaster"),
                marea.with(marea.serviceKey("berths")), List.of("service:berths"));
        List<DynamicTest> tests = new ArrayList<>();
        for (JsonNode field : marea.keyHolder().get("/v1/model/matrix").json().path("fields")) {
            String path = field.path("path").asString();
            if (path.startsWith("tenants.")) {
                visitors.forEach((http, parties) -> tests.add(DynamicTest.dynamicTest(
                        path + " by " + parties,
                        () -> assertThat(tried(http, harbour, path)).isEqualTo(rights(field, parties)))));
            }
        }
        assertThat(tests).hasSizeGreaterThan(10);
        return tests;
    }

    private static String person(String name, String harbour) {
        String id = signUp(name);
        marea.sql("update cuenta.membership set tenant_id = '" + harbour + "' where account_id = '" + id + "'");
        return id;
    }

    private static Set<String> rights(JsonNode field, List<String> parties) {
        Set<String> rights = new TreeSet<>();
        parties.forEach(
                party -> field.path("cells").path(party).path("rights").forEach(right -> rights.add(right.asString())));
        return rights;
    }

    private static Set<String> tried(Http http, String harbour, String path) {
        String name = path.substring(path.indexOf('.') + 1);
        String address = "/v1/tenants/" + harbour;
        Set<String> found = new TreeSet<>();
        Http.Answer read = http.get(address);
        if (read.status() == 200 && read.json().path("fields").has(name)) {
            found.add("read");
        }
        Http.Answer changed = http.patch(address, Map.of("fields", Map.of(name, OF_NO_TYPE)));
        assertThat(changed.status()).isIn(403, 422);
        if (changed.status() == 422
                && !CLOSED.contains(
                        changed.json().path("errors").get(0).path("code").asString())) {
            found.add("change");
        }
        if (http.get("/v1/tenants?filter=" + path + "%20pr").status() == 200) {
            found.add("filter");
        }
        return found;
    }
}
