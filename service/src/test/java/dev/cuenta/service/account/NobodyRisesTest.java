package dev.cuenta.service.account;

import static org.assertj.core.api.Assertions.assertThat;

import dev.cuenta.core.access.Entitlements;
import dev.cuenta.core.account.AccountRecord.GivenRole;
import dev.cuenta.core.account.Scope;
import dev.cuenta.core.account.TenantId;
import dev.cuenta.core.model.AccountModel;
import dev.cuenta.core.permission.CuentaPermission;
import dev.cuenta.service.testing.Http;
import dev.cuenta.service.testing.RunningService;
import dev.cuenta.store.live.LiveRevision;
import dev.cuenta.store.live.LiveRevisions;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Random;
import java.util.Set;
import java.util.TreeMap;
import java.util.TreeSet;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

/**
 * People with some permissions each do whatever comes to their mind: give, take, make, sow, invite, publish, remove, leave. Nobody
 * comes to hold what nobody among them had there, and whoever administers still does, and can sign in.
 */
class NobodyRisesTest {
    private static final String PASSWORD = "five grey gulls on a quay";
    private static final String MODEL = """
            cuenta: 1
            name: marea
            displayName: '{name}'
            access: { read: [owner, clerk, master, crew, administrator], write: [owner, clerk, master, crew, administrator] }
            fields:
              email: { type: email, required: true, uniqueness: server, signIn: true, write: [guest, owner, clerk, master, administrator] }
              name: { type: string, maxLength: 80, write: [guest, owner, clerk, master, administrator] }
            roles:
              boater:        { number: 1, default: true }
              clerk:         { number: 2, may: [accounts.read, accounts.write, roles.give] }
              sower:         { number: 3, may: [seeds.sow, roles.give] }
              publisher:     { number: 4, may: [model.read, model.publish] }
              master:        { number: 5, within: tenant, may: ['*'] }
              crew:          { number: 6, within: tenant, may: [accounts.read, roles.give], gives: [crew] }
              keeper:        { number: 7, may: [retention.read, retention.run] }
              administrator: { number: 9, may: ['*'] }
            tenants: { membership: many }
            """;
    private static final List<String> ROLES =
            List.of("boater", "clerk", "sower", "publisher", "master", "crew", "keeper", "administrator");

    private final List<String> ids = new ArrayList<>();
    private final List<Http> people = new ArrayList<>();
    private final List<String> tenants = new ArrayList<>();
    private int made;

    @ParameterizedTest
    @ValueSource(ints = {1, 2, 3})
    void no_sequence_of_what_people_can_do_gives_them_more(int seed) {
        Random random = new Random(seed);
        try (RunningService marea = RunningService.empty()) {
            marea.publish(MODEL);
            Http key = marea.keyHolder();
            for (String name : List.of("North", "South")) {
                tenants.add(id(key.post("/v1/tenants", Map.of("name", name))));
            }
            String oda = person(marea, "oda", "administrator", List.of());
            people.clear();
            person(marea, "clara", "clerk", List.of());
            person(marea, "sven", "sower", List.of());
            person(marea, "pia", "publisher", List.of());
            person(marea, "maria", "master", List.of(tenants.get(0)));
            person(marea, "chen", "crew", List.of(tenants.get(1)));
            person(marea, "boris", "boater", tenants);
            Set<String> before = held(marea, oda);

            int done = 0;
            for (int step = 0; step < 200; step++) {
                Http.Answer answer = act(people.get(random.nextInt(people.size())), random);
                assertThat(answer.status()).as(answer.everything()).isLessThan(500);
                done += answer.status() < 300 ? 1 : 0;
            }
            assertThat(done).as("what people were let do").isGreaterThan(8);

            assertThat(before).containsAll(held(marea, oda));
            assertThat(marea.sql(
                            "select string_agg(distinct account_id::text, ' ') from cuenta.role_given where role = 9"))
                    .isEqualTo(oda);
            marea.as("oda@marea.example", PASSWORD).get("/v1/services").status(200);
        }
    }

    private String person(RunningService marea, String name, String role, List<String> where) {
        Map<String, Object> body = new LinkedHashMap<>(
                Map.of("email", name + "@marea.example", "name", name, "password", PASSWORD, "tenants", where));
        body.put("roles", List.of(role));
        String id = id(marea.keyHolder().post("/v1/accounts", body));
        ids.add(id);
        people.add(marea.as(name + "@marea.example", PASSWORD));
        return id;
    }

    private static String id(Http.Answer answer) {
        return answer.status(201).json().path("id").asString();
    }

    private Http.Answer act(Http who, Random random) {
        String account = ids.get(random.nextInt(ids.size()));
        String tenant = tenants.get(random.nextInt(tenants.size()));
        String[] header = random.nextBoolean() ? new String[] {"Cuenta-Tenant", tenant} : new String[0];
        String role = ROLES.get(random.nextInt(ROLES.size()));
        String other = ROLES.get(random.nextInt(ROLES.size()));
        String roles = "\"roles\": [\"" + role + "\", \"" + other + "\"]";
        String identity = "\"email\": \"made" + made++ + "@marea.example\", \"name\": \"Made\", \"password\": \""
                + PASSWORD + "\"";
        return switch (random.nextInt(14)) {
            case 0, 1 -> who.send("PATCH", "/v1/accounts/" + account, "{" + roles + "}", header);
            case 2 -> who.send("PATCH", "/v1/me", "{" + roles + "}", header);
            case 3 -> who.send("POST", "/v1/accounts", "{" + identity + ", " + roles + "}", header);
            case 4 ->
                who.send(
                        "POST",
                        "/v1/seeds",
                        "{\"accounts\": [{" + identity + ", " + roles + ", \"tenants\": [\"North\"]}]}",
                        header);
            case 5 -> who.send("POST", "/v1/tenants/" + tenant + "/invitations", "{}", header);
            case 6 -> who.send("DELETE", "/v1/tenants/" + tenant + "/members/" + account, null, header);
            case 7 ->
                random.nextInt(4) == 0
                        ? who.send("DELETE", "/v1/accounts/" + account, null, header)
                        : who.get("/v1/me");
            case 8 -> {
                String when = random.nextBoolean() ? "starts" : "ends";
                yield who.send(
                        "PUT",
                        "/v1/accounts/" + account + "/roles/" + role,
                        "{\"" + when + "\": \"2999-01-01T00:00:00Z\"}",
                        header);
            }
            case 9 -> who.send("DELETE", "/v1/accounts/" + account + "/roles/" + role, null, header);
            case 10 -> {
                Http.Answer made =
                        who.send("POST", "/v1/tenants/" + tenant + "/invitations", "{" + roles + "}", header);
                yield made.status() == 201
                        ? people.get(random.nextInt(people.size()))
                                .post(
                                        "/v1/me/memberships",
                                        Map.of(
                                                "invitation",
                                                made.json().path("invitation").asString()))
                        : made;
            }
            case 11 ->
                who.send(
                        "POST",
                        "/v1/accounts/" + account + "/move",
                        "{\"from\": \"north\", \"to\": \"south\"}",
                        header);
            case 12 ->
                who.send("PATCH", "/v1/tenants/" + tenant, "{\"suspended\": " + random.nextBoolean() + "}", header);
            default ->
                who.post(
                        "/v1/model/revisions",
                        Map.of(
                                "source",
                                MODEL.replace(
                                        "may: [model.read, model.publish]",
                                        "may: [model.read, model.publish, "
                                                + (random.nextBoolean() ? "retention.run" : "roles.give") + "]"),
                                "allow",
                                List.of("rights-grow:roles.publisher")));
        };
    }

    /** Every permission that anybody but the one who administers has, and where. */
    private Set<String> held(RunningService marea, String oda) {
        AccountModel model = marea.bean(LiveRevisions.class).with(LiveRevision::model);
        Map<String, List<GivenRole>> given = new TreeMap<>();
        for (String line : marea.sql(
                        "select account_id || ' ' || role || ' ' || coalesce(tenant_id::text, '-') from cuenta.role_given where account_id <> '"
                                + oda + "'")
                .split("\n")) {
            String[] parts = line.split(" ");
            model.roleNumbered(Integer.parseInt(parts[1]))
                    .ifPresent(role -> given.computeIfAbsent(parts[0], id -> new ArrayList<>())
                            .add(new GivenRole(
                                    role.name(),
                                    parts[2].equals("-")
                                            ? null
                                            : TenantId.parse(parts[2]).orElseThrow())));
        }
        List<Scope> scopes = new ArrayList<>(List.of(Scope.EVERYWHERE));
        tenants.forEach(tenant -> scopes.add(Scope.within(TenantId.parse(tenant).orElseThrow())));
        Set<String> held = new TreeSet<>();
        given.values().forEach(roles -> {
            Entitlements entitlements = Entitlements.of(model, roles);
            for (CuentaPermission permission : CuentaPermission.values()) {
                scopes.stream()
                        .filter(scope -> entitlements.may(permission, scope))
                        .forEach(scope -> held.add(permission + " " + scope));
            }
        });
        return held;
    }
}
