package dev.cuenta.service.tenant;

import static org.assertj.core.api.Assertions.assertThat;

import dev.cuenta.core.model.Models;
import dev.cuenta.core.permission.CuentaPermission;
import dev.cuenta.service.testing.Http;
import dev.cuenta.service.testing.RunningService;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.Collections;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Set;
import java.util.UUID;
import java.util.function.UnaryOperator;
import java.util.stream.Collectors;
import javax.sql.DataSource;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;
import tools.jackson.databind.JsonNode;

/**
 * Two tenants whose every value is marked. Whoever has a role in one of them, each role that the checker lets through, calls every
 * address with the other's ids, with good input and bad: nothing of the other is seen, nothing of it is changed, and nobody becomes
 * more than they were.
 */
class TwoTenantsTest {
    private static final String MARK = "QZXSOUTHQZX";
    private static final String PASSWORD = "five grey gulls on a quay";
    private static final String NOWHERE = "01990000-0000-7000-8000-000000000000";

    /** One for each permission that can be held within a tenant, beside reading; one for all of them; one for everything. */
    private static final Map<String, String> ROLES = roles();

    private static Map<String, String> roles() {
        Map<String, String> roles = new LinkedHashMap<>();
        List<String> all = Arrays.stream(CuentaPermission.values())
                .filter(CuentaPermission::withinTenant)
                .map(CuentaPermission::word)
                .toList();
        all.forEach(word -> roles.put(name(word), "accounts.read, " + word));
        roles.put("allOfThem", String.join(", ", all));
        roles.put("everything", "'*'");
        return roles;
    }

    private static String name(String word) {
        int dot = word.indexOf('.');
        return "only" + word.substring(0, 1).toUpperCase(Locale.ROOT) + word.substring(1, dot)
                + word.substring(dot + 1, dot + 2).toUpperCase(Locale.ROOT) + word.substring(dot + 2);
    }

    private static String model() {
        StringBuilder roles = new StringBuilder("  boater: { number: 1, default: true }\n");
        int number = 10;
        for (Map.Entry<String, String> role : ROLES.entrySet()) {
            roles.append("  %s: { number: %d, within: tenant, may: [%s] }\n"
                    .formatted(role.getKey(), number++, role.getValue()));
        }
        String all = String.join(", ", ROLES.keySet());
        return """
                cuenta: 1
                name: marea
                displayName: '{name}'
                access: { read: [owner, member, administrator, %1$s], write: [owner, administrator, %1$s] }
                fields:
                  email: { type: email, required: true, uniqueness: server, signIn: true, write: [guest, owner, administrator, %1$s] }
                  name: { type: string, maxLength: 80, write: [guest, owner, administrator, %1$s] }
                  skipper: { type: account }
                  chief: { type: boolean, compute: 'hasRole("everything")' }
                profiles:
                  mooring:
                    fields:
                      berth: { type: string, maxLength: 40 }
                  stay:
                    within: tenant
                    fields:
                      locker: { type: string, maxLength: 40, uniqueness: tenant, indexed: true }
                      late: { type: boolean, compute: 'size(locker) > 20' }
                roles:
                %2$s  administrator: { number: 9, may: ['*'] }
                tenants: { membership: many, fields: { pier: { type: string, maxLength: 40 } } }
                retention:
                  gone: { where: 'not (name pr)', after: P2Y, since: meta.lastModified, do: delete }
                services:
                  berths: { reads: [email], asks: [berths.assign] }
                """.formatted(all, roles);
    }

    /** Ids of those whom the walk is about. */
    private record Harbours(
            RunningService marea, String north, String south, String ulla, String sven, String nele, String operator) {}

    @Test
    void the_checker_has_nothing_against_these_roles() {
        assertThat(Models.of(model()).roles()).hasSize(ROLES.size() + 2);
    }

    @ParameterizedTest(name = "{0}")
    @ValueSource(strings = {"both walls", "the second wall alone"})
    void nothing_of_the_other_tenant_is_seen_or_changed(String walls) {
        boolean whole = walls.equals("both walls");
        UnaryOperator<DataSource> between = whole ? UnaryOperator.identity() : FirstWallTakenOut::new;
        int before = FirstWallTakenOut.times();
        try (RunningService marea = RunningService.empty(between)) {
            Harbours harbours = harbours(marea);
            List<String> leaks = Collections.synchronizedList(new ArrayList<>());
            String guarded = guarded(harbours);
            // Where one wall alone is tried, the role that may do all that the others may is enough.
            int asked = (whole ? ROLES.keySet() : Set.of("everything"))
                    .parallelStream()
                            .mapToInt(role -> walk(harbours, role, leaks))
                            .sum();

            assertThat(guarded(harbours)).isEqualTo(guarded);

            assertThat(leaks.stream().limit(3)).isEmpty();
            assertThat(asked).isGreaterThan(1000);
            assertThat(FirstWallTakenOut.times() - before)
                    .matches(times -> whole ? times == 0 : times > 200, "statements without their limit");
        }
    }

    private static Harbours harbours(RunningService marea) {
        marea.publish(model());
        marea.giveSigningKey();
        Http key = marea.keyHolder();
        String north = tenant(key, "North");
        String south = tenant(key, MARK + " harbour");
        key.patch("/v1/tenants/" + south, Map.of("fields", Map.of("pier", MARK)))
                .status(200);
        String operator = account(key, "operator", "Oda Petersen", List.of("administrator"), List.of(north));
        String ulla = account(key, "ulla", "Ulla Berg", List.of(), List.of(north, south));
        String sven = account(key, MARK, MARK, List.of(), List.of(south));
        String nele = account(key, "nele", "Nele Kruse", List.of(), List.of(north));
        key.patch("/v1/accounts/" + sven, Map.of("mooring", Map.of("berth", MARK)))
                .status(200);
        key.send("PATCH", "/v1/accounts/" + ulla, "{\"roles\": [\"boater\", \"everything\"]}", "Cuenta-Tenant", south)
                .status(200);
        key.send("PATCH", "/v1/accounts/" + ulla, "{\"stay\": {\"locker\": \"" + MARK + "\"}}", "Cuenta-Tenant", south)
                .status(200);
        marea.as(MARK + "@marea.example", PASSWORD);
        marea.as("operator@marea.example", PASSWORD);
        marea.as("ulla@marea.example", PASSWORD);
        return new Harbours(marea, north, south, ulla, sven, nele, operator);
    }

    private static String tenant(Http key, String name) {
        return key.post("/v1/tenants", Map.of("name", name))
                .status(201)
                .json()
                .path("id")
                .asString();
    }

    private static String account(Http key, String email, String name, List<String> roles, List<String> tenants) {
        Map<String, Object> body = new LinkedHashMap<>(
                Map.of("email", email + "@marea.example", "name", name, "password", PASSWORD, "tenants", tenants));
        if (!roles.isEmpty()) {
            body.put("roles", roles);
        }
        return key.post("/v1/accounts", body).status(201).json().path("id").asString();
    }

    /** All of the other tenant; of who is a member of both or administers, what decides who enters and what they may do. */
    private static String guarded(Harbours harbours) {
        String southern = "(select account_id from cuenta.membership where tenant_id = '" + harbours.south() + "')";
        String strong = "('" + harbours.ulla() + "', '" + harbours.operator() + "')";
        return harbours.marea()
                .sql("""
                select 'account ' || a::text from accounts.account a where id = '%3$s'
                union all select 'email ' || id || email from accounts.account where id in %2$s
                union all select 'stay ' || v::text from accounts.profile_stay v where tenant_id = '%4$s'
                union all select 'mooring ' || p::text from accounts.profile_mooring p where account_id = '%3$s'
                union all select 'member ' || m::text from cuenta.membership m where tenant_id <> '%5$s' and (account_id in %1$s or account_id in %2$s)
                union all select 'role ' || g::text from cuenta.role_given g
                where tenant_id is distinct from '%5$s' and (account_id in %1$s or account_id in %2$s)
                union all select 'administers ' || g::text from cuenta.role_given g where tenant_id is null and role <> 1
                union all select 'elsewhere ' || g::text from cuenta.role_given g where tenant_id = '%4$s'
                union all select 'password ' || c::text from cuenta.credential c where account_id in %1$s or account_id in %2$s
                union all select 'session ' || id from cuenta.session where account_id in %1$s or account_id in %2$s
                union all select 'tenant ' || t::text from cuenta.tenant t
                where name not in ('North')
                union all select 'key ' || k::text from cuenta.service_key k
                union all select 'run ' || r::text from cuenta.retention_run r
                union all select 'revision ' || number from cuenta.revision order by 1
                """.formatted(southern, strong, harbours.sven(), harbours.south(), harbours.north()));
    }

    private static int walk(Harbours harbours, String role, List<String> leaks) {
        RunningService marea = harbours.marea();
        String name = role + UUID.randomUUID().toString().substring(0, 8);
        account(marea.keyHolder(), name, "Master of North", List.of(role), List.of(harbours.north()));
        Http visitor = marea.as(name.toLowerCase(Locale.ROOT) + "@marea.example", PASSWORD);
        // What permissions open is tried with the other tenant's account; what whoever may do everything can do with
        // everybody's.
        List<String> accounts = role.equals("everything")
                ? List.of(harbours.sven(), harbours.ulla(), harbours.operator())
                : List.of(harbours.sven());
        JsonNode paths =
                marea.guest().get("/v1/openapi.json").status(200).json().path("paths");
        int asked = 0;
        for (Map.Entry<String, JsonNode> path : paths.properties()) {
            for (Map.Entry<String, JsonNode> operation : path.getValue().properties()) {
                String method = operation.getKey().toUpperCase(Locale.ROOT);
                if (!operation.getValue().isObject() || endsTheWalk(method, path.getKey())) {
                    continue;
                }
                List<String> ids = path.getKey().contains("{id}") ? accounts : List.of(NOWHERE);
                List<String> tenants =
                        path.getKey().contains("{tenant}") ? List.of(harbours.north(), harbours.south()) : List.of("");
                for (String id : ids) {
                    for (String tenant : tenants) {
                        String address = path.getKey()
                                .replace("{id}", id)
                                .replace("{tenant}", tenant)
                                .replace("{name}", "berths")
                                .replace("{field}", "mooring.berth")
                                .replace("{number}", "1")
                                .replaceAll("\\{\\w+}", NOWHERE);
                        asked += ask(harbours, visitor, role, method, address, leaks);
                    }
                }
            }
        }
        return asked;
    }

    private static int ask(
            Harbours harbours, Http visitor, String role, String method, String address, List<String> leaks) {
        List<Http.Answer> answers = new ArrayList<>();
        if (method.equals("GET")) {
            for (String query :
                    address.contains(harbours.sven()) ? List.of("", "?as=administrator") : queries(harbours)) {
                answers.add(visitor.get(address + query));
                if (role.startsWith("only") && isTurnedAway(answers)) {
                    break;
                }
            }
            if (address.equals("/v1/tenants")) {
                answers.add(visitor.get(address + "?filter=tenants.pier sw \"QZX\""));
            }
            answers.add(visitor.send(method, address, null, "Cuenta-Tenant", harbours.south()));
        } else {
            for (String body : bodies(harbours).subList(0, role.startsWith("only") ? 8 : 14)) {
                // Whoever names an account in their own record reads its id there.
                if (address.startsWith("/v1/me") && body.contains("skipper")) {
                    continue;
                }
                answers.add(visitor.send(method, address, body, "If-Match", "*"));
                if (role.startsWith("only") && isTurnedAway(answers)) {
                    break;
                }
            }
            if (address.startsWith("/v1/tenants/")) {
                answers.add(visitor.send(method, address, "{\"fields\": {\"pier\": \"taken\"}}"));
            }
            answers.add(visitor.send(method, address, "{\"name\": \"taken\"}", "Cuenta-Tenant", harbours.south()));
        }
        for (Http.Answer answer : answers) {
            String text = answer.everything();
            boolean asksForIt = address.contains(harbours.sven()) || !method.equals("GET");
            if (text.contains(MARK) || (!asksForIt && text.contains(harbours.sven())) || answer.status() >= 500) {
                leaks.add(role + ": " + method + " " + address + " -> " + answer.status() + " "
                        + answer.response().body());
            }
        }
        return answers.size();
    }

    /** Twice, whatever was sent: roles that may do more try the rest. */
    private static boolean isTurnedAway(List<Http.Answer> answers) {
        return answers.size() > 1 && answers.stream().allMatch(answer -> answer.status() == 403);
    }

    private static List<String> queries(Harbours harbours) {
        return List.of(
                "",
                "?limit=200&sort=-name",
                "?filter=name sw \"QZX\"",
                "?filter=id eq \"" + harbours.sven() + "\"",
                "?filter=roles pr",
                "?filter=stay.locker sw \"QZX\"&sort=-stay.locker",
                "?account=" + harbours.sven(),
                "?person=" + harbours.sven(),
                "?fields=name,mooring.berth",
                "?as=administrator");
    }

    private static List<String> bodies(Harbours harbours) {
        String identity = "\"email\": \"taken@marea.example\", \"name\": \"Taken\"";
        List<String> bodies = new ArrayList<>(List.of(
                "{}",
                "{" + identity + "}",
                "{\"roles\": [\"administrator\"]}",
                "{\"roles\": [\"everything\"]}",
                "{\"roles\": []}",
                "{\"stay\": {\"locker\": \"taken\"}}",
                "{\"skipper\": \"" + harbours.sven() + "\"}",
                "{" + identity + ", \"password\": \"" + PASSWORD + "\", \"tenants\": [\"" + harbours.south() + "\"]}",
                "{" + identity + ", \"password\": \"" + PASSWORD + "\", \"roles\": [\"administrator\"]}",
                "{\"name\": \"South too\", \"secondFactor\": true, \"rule\": \"gone\"}",
                "{\"account\": \"" + harbours.sven() + "\", \"permission\": \"berths.assign\", \"tenant\": \""
                        + harbours.south() + "\"}",
                "{\"account\": \"" + harbours.ulla() + "\", \"anyRole\": [\"everything\"], \"tenant\": \""
                        + harbours.south() + "\"}",
                "{\"tenants\": [\"South too\"], \"accounts\": [{" + identity + ", \"password\": \"" + PASSWORD
                        + "\", \"roles\": [\"administrator\"]}]}",
                "{\"to\": \"" + harbours.sven() + "\", \"count\": 1}"));
        return bodies;
    }

    /** What would end the visitor's own session, or make databases. */
    private static boolean endsTheWalk(String method, String address) {
        return (address.startsWith("/v1/me/sessions") || address.equals("/v1/sessions/current"))
                        && method.equals("DELETE")
                || address.equals("/v1/me") && method.equals("DELETE")
                || address.equals("/v1/model/databases")
                || address.equals("/v1/model/id-costs");
    }

    @Test
    void of_somebody_who_is_a_member_of_both_only_what_counts_here_is_seen() {
        try (RunningService marea = RunningService.empty()) {
            Harbours harbours = harbours(marea);
            account(marea.keyHolder(), "master", "Master", List.of("allOfThem"), List.of(harbours.north()));
            Http master = marea.as("master@marea.example", PASSWORD);
            JsonNode ulla =
                    master.get("/v1/accounts/" + harbours.ulla()).status(200).json();

            assertThat(texts(ulla.path("roles"))).isEqualTo("boater");
            assertThat(ulla.path("chief").asBoolean()).isFalse();
            assertThat(ulla.path("tenants").size()).isEqualTo(1);
            assertThat(master.get("/v1/accounts?filter=roles eq \"everything\"")
                            .json()
                            .path("items")
                            .size())
                    .isZero();
            assertThat(master.get("/v1/accounts?filter=chief eq true")
                            .json()
                            .path("items")
                            .size())
                    .isZero();
            JsonNode everywhere = marea.keyHolder()
                    .get("/v1/accounts/" + harbours.ulla())
                    .status(200)
                    .json();
            assertThat(texts(everywhere.path("roles"))).isEqualTo("boater everything");
            marea.keyHolder()
                    .patch("/v1/accounts/" + harbours.ulla(), Map.of("roles", everywhere.path("roles")))
                    .status(200);
            assertThat(everywhere.path("tenants").findValuesAsString("name"))
                    .containsExactly("North", MARK + " harbour");
            assertThat(texts(everywhere.path("tenants").path(1).path("roles"))).isEqualTo("everything");
            assertThat(everywhere.path("tenants").path(0).path("roles").size()).isZero();
        }
    }

    @Test
    void what_cannot_be_limited_to_a_tenant_refuses_one() {
        try (RunningService marea = RunningService.empty()) {
            Harbours harbours = harbours(marea);
            Http operator = marea.as("operator@marea.example", PASSWORD);
            for (String address : List.of("/v1/retention/rules", "/v1/retention/runs", "/v1/services", "/v1/model")) {
                operator.get(address).status(200);
                Http.Answer refused = operator.send("GET", address, null, "Cuenta-Tenant", harbours.north());
                assertThat(refused.status()).as(address).isEqualTo(400);
                assertThat(refused.json().path("detail").asString())
                        .contains("cannot be limited to a tenant", "--tenant");
            }
        }
    }

    private static String texts(JsonNode list) {
        return list.valueStream().map(JsonNode::asString).collect(Collectors.joining(" "));
    }
}
