package dev.cuenta.service.role;

import static org.assertj.core.api.Assertions.assertThat;

import dev.cuenta.service.testing.Http;
import dev.cuenta.service.testing.RunningService;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Random;
import java.util.concurrent.CompletableFuture;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;
import tools.jackson.databind.JsonNode;

/** What keeps roles apart: kinds, roles that exclude each other, and the approval of a second person. */
class RoleLimitsTest {
    private static final String PASSWORD = "five grey gulls on a quay";
    private static final String MODEL = """
            cuenta: 1
            name: marea
            displayName: '{name}'
            access: { read: [owner, administrator], write: [owner, administrator] }
            kinds: { berthHolder: { default: true }, staff: {} }
            fields:
              email: { type: email, required: true, uniqueness: server, signIn: true, write: [guest, owner, administrator] }
              name: { type: string, maxLength: 80, write: [guest, owner, administrator] }
            roles:
              boater:        { number: 1, default: true, kinds: [berthHolder] }
              helmsman:      { number: 2, within: tenant, may: [berths.assign], onCreate: true }
              treasurer:     { number: 3, may: [berths.pay], approval: true, kinds: [staff], formerly: [purser] }
              auditor:       { number: 4, may: [activity.read], excludes: [treasurer] }
              administrator: { number: 9, may: ['*'] }
            tenants: { membership: many, onSignUp: create, name: '{name} moorings' }
            services: { billing: { reads: [name, roles], asks: [berths.assign, berths.pay] } }
            """;
    private static RunningService marea;
    private static Http key;
    private static Http olga;
    private static Http tomas;
    private static String olgasId;
    private static int made;

    @BeforeAll
    static void start() {
        marea = RunningService.empty();
        marea.publish(MODEL);
        key = marea.keyHolder();
        olgasId = account("olga", "staff", "administrator");
        account("tomas", "staff", "administrator");
        olga = marea.as("olga@marea.example", PASSWORD);
        tomas = marea.as("tomas@marea.example", PASSWORD);
    }

    @AfterAll
    static void stop() {
        marea.close();
    }

    private static String account(String name, String kind, String... roles) {
        return add(key, name, kind, roles).status(201).json().path("id").asString();
    }

    private static String somebody() {
        return account("crew" + ++made, "staff");
    }

    private static Http.Answer add(Http by, String name, String kind, String... roles) {
        Map<String, Object> body = new LinkedHashMap<>(
                Map.of("email", name + "@marea.example", "name", name, "password", PASSWORD, "kind", kind));
        if (roles.length > 0) {
            body.put("roles", List.of(roles));
        }
        return by.post("/v1/accounts", body);
    }

    private static Http.Answer give(Http by, String id, String role) {
        return by.put("/v1/accounts/" + id + "/roles/" + role, Map.of());
    }

    private static Http.Answer approve(Http by, String id, String role) {
        return by.post("/v1/accounts/" + id + "/roles/" + role + "/approval", Map.of());
    }

    private static boolean mayPay(String id) {
        return key.post("/v1/checks", Map.of("account", id, "permission", "berths.pay"))
                .status(200)
                .json()
                .path("allowed")
                .asBoolean();
    }

    @Test
    void a_role_waits_until_somebody_else_approves_it() {
        String signe = account("signe", "staff", "administrator");
        JsonNode given = give(olga, signe, "treasurer").status(200).json();
        assertThat(given.path("state").asString()).isEqualTo("waiting");
        assertThat(mayPay(account("nobody", "staff"))).isFalse();
        assertThat(key.get("/v1/accounts/" + signe + "/roles")
                        .json()
                        .path("items")
                        .toString())
                .contains("\"role\":\"treasurer\"", "waiting");
        assertThat(tomas.get("/v1/approvals").status(200).json().path("items").toString())
                .contains(signe, olgasId);

        assertThat(approve(olga, signe, "treasurer").status(404).everything())
                .contains("Whoever gave a role does not approve it.");
        Http herself = marea.as("signe@marea.example", PASSWORD);
        assertThat(approve(herself, signe, "treasurer").status(403).everything())
                .contains("Nobody approves a role of their own.");
        assertThat(approve(herself, signe.toUpperCase(Locale.ROOT), "treasurer").status())
                .isEqualTo(403);
        assertThat(approve(marea.with(marea.serviceKey("billing")), signe, "treasurer")
                        .status())
                .isEqualTo(403);

        JsonNode approved = approve(tomas, signe, "treasurer").status(200).json();
        assertThat(approved.path("state").asString()).isEqualTo("inEffect");
        assertThat(approved.path("givenBy").asString()).isEqualTo(olgasId);
        assertThat(tomas.get("/v1/activity?account=" + signe + "&action=role-approved")
                        .json()
                        .path("items")
                        .get(0)
                        .path("details")
                        .toString())
                .isEqualTo("{\"role\":\"treasurer\"}");
        assertThat(give(olga, signe, "treasurer").status(409).everything()).contains("Take the role first");
        approve(tomas, signe, "treasurer").status(404);
    }

    @Test
    void what_waits_permits_nothing_and_says_so() {
        String id = somebody();
        give(olga, id, "treasurer").status(200);
        assertThat(mayPay(id)).isFalse();
        assertThat(olga.get("/v1/accounts/" + id + "/explanation?permission=berths.pay")
                        .json()
                        .path("missing")
                        .get(0)
                        .asString())
                .isEqualTo("`treasurer`, given everywhere, waits for the approval of a second person.");
        approve(tomas, id, "treasurer").status(200);
        assertThat(mayPay(id)).isTrue();
    }

    /** However it is given: with the account, with a change of it, from elsewhere; but for whoever holds the installation key. */
    @Test
    void every_way_to_the_role_waits() {
        String made = add(olga, "with-the-account", "staff", "treasurer")
                .status(201)
                .json()
                .path("id")
                .asString();
        String changed = somebody();
        olga.patch("/v1/accounts/" + changed, Map.of("roles", List.of("treasurer")))
                .status(200);
        olga.post(
                        "/v1/adoptions/elsewhere",
                        Map.of(
                                "accounts",
                                List.of(Map.of(
                                        "key",
                                        "1",
                                        "kind",
                                        "staff",
                                        "values",
                                        Map.of("email", "from-elsewhere@marea.example"),
                                        "roles",
                                        List.of("purser")))))
                .status(200);
        String came = marea.idOf("from-elsewhere@marea.example");
        olga.post(
                        "/v1/seeds",
                        Map.of(
                                "accounts",
                                List.of(Map.of(
                                        "kind",
                                        "staff",
                                        "email",
                                        "sown@marea.example",
                                        "roles",
                                        List.of("treasurer")))))
                .status(200);
        for (String id : List.of(made, changed, came, marea.idOf("sown@marea.example"))) {
            assertThat(mayPay(id)).isFalse();
            approve(olga, id, "treasurer").status(404);
            approve(tomas, id, "treasurer").status(200);
            assertThat(mayPay(id)).isTrue();
        }
        String byKey = somebody();
        assertThat(give(key, byKey, "treasurer").json().path("state").asString())
                .isEqualTo("inEffect");
    }

    @Test
    void a_role_of_one_kind_is_given_to_no_other_and_new_accounts_get_what_suits_them() {
        String boater = account("boater", "berthHolder");
        assertThat(give(olga, boater, "treasurer").status(422).everything())
                .contains("for accounts of the kind `staff`, and this one is a `berthHolder`");
        assertThat(olga.patch("/v1/accounts/" + boater, Map.of("roles", List.of("boater", "treasurer")))
                        .status())
                .isEqualTo(422);
        assertThat(add(olga, "too-much", "berthHolder", "treasurer").status()).isEqualTo(422);
        assertThat(roles(boater)).isEqualTo("[\"boater\"]");
        assertThat(roles(somebody())).isEqualTo("[]");
    }

    private static String roles(String id) {
        return key.get("/v1/accounts/" + id).status(200).json().path("roles").toString();
    }

    @Test
    void nobody_is_given_what_excludes_what_they_have() {
        String id = somebody();
        give(olga, id, "auditor").status(200);
        assertThat(give(olga, id, "treasurer").status(422).everything())
                .contains("Nobody has `treasurer` and `auditor` at the same time");
        assertThat(add(olga, "both", "staff", "auditor", "treasurer").status()).isEqualTo(422);
        olga.patch("/v1/accounts/" + id, Map.of("roles", List.of("treasurer"))).status(200);
        assertThat(give(olga, id, "auditor").status(422).everything())
                .contains("Nobody has `auditor` and `treasurer` at the same time");
    }

    @Test
    void of_two_that_exclude_each_other_one_is_given_at_a_time() {
        for (int round = 0; round < 10; round++) {
            String id = somebody();
            CompletableFuture<Integer> one = CompletableFuture.supplyAsync(
                    () -> give(olga, id, "auditor").status());
            CompletableFuture<Integer> other = CompletableFuture.supplyAsync(
                    () -> give(tomas, id, "treasurer").status());
            assertThat(List.of(one.join(), other.join())).containsExactlyInAnyOrder(200, 422);
        }
    }

    @Test
    void whoever_makes_a_tenant_by_signing_up_gets_its_role_there() {
        String id = marea.guest()
                .post("/v1/sign-ups", Map.of("email", "ines@marea.example", "name", "Ines", "password", PASSWORD))
                .status(201)
                .json()
                .path("id")
                .asString();
        JsonNode account = key.get("/v1/accounts/" + id).status(200).json();
        assertThat(account.path("tenants").get(0).path("roles").toString()).isEqualTo("[\"helmsman\"]");
        assertThat(account.path("tenants").get(0).path("name").asString()).isEqualTo("Ines moorings");
    }

    /** Three people give, approve and take as it comes; at every step nobody has by one alone what takes two. */
    @ParameterizedTest
    @ValueSource(ints = {1, 2})
    void no_sequence_of_giving_and_approving_leads_around_the_second_person(int seed) {
        Random random = new Random(seed);
        String third = account("third" + seed, "staff", "administrator");
        Map<String, Http> people =
                Map.of("olga", olga, "tomas", tomas, "third", marea.as("third" + seed + "@marea.example", PASSWORD));
        List<String> names = List.of("olga", "tomas", "third");
        List<String> accounts = List.of(somebody(), somebody(), third);
        Map<String, String> gave = new LinkedHashMap<>();
        int approved = 0;
        for (int step = 0; step < 120; step++) {
            String who = names.get(random.nextInt(3));
            String id = accounts.get(random.nextInt(3));
            Http asking = people.get(who);
            switch (random.nextInt(4)) {
                case 0 -> {
                    if (give(asking, id, "treasurer").status() == 200) {
                        gave.put(id, who);
                    }
                }
                case 1 -> give(asking, id, "auditor");
                case 2 ->
                    asking.send(
                            "DELETE",
                            "/v1/accounts/" + id + "/roles/" + (random.nextBoolean() ? "treasurer" : "auditor"),
                            null);
                default -> {
                    boolean theirs = id.equals(third) && who.equals("third");
                    if (approve(asking, id, "treasurer").status() == 200) {
                        approved++;
                        assertThat(who).isNotEqualTo(gave.get(id));
                        assertThat(theirs).isFalse();
                    }
                }
            }
            assertThat(marea.sql("""
                    select count(*) from cuenta.role_in_effect a join cuenta.role_given g using (account_id, role)
                    where a.role = 3 and g.asked_by is not null and g.approved_by is null""")).isEqualTo("0");
            assertThat(marea.sql("""
                    select count(*) from cuenta.role_given a join cuenta.role_given b using (account_id)
                    where a.role = 3 and b.role = 4""")).isEqualTo("0");
        }
        assertThat(approved).isPositive();
        assertThat(new ArrayList<>(gave.keySet())).isNotEmpty();
    }
}
