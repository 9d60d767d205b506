package dev.cuenta.service.tenant;

import static org.assertj.core.api.Assertions.assertThat;

import dev.cuenta.service.testing.Http;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Random;
import java.util.Set;
import java.util.TreeMap;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;
import tools.jackson.databind.JsonNode;

/**
 * Memberships come and go in any order and by every way there is. Beside it stands the plainest account of who has what: whatever
 * happens, nobody has more than that, nor less; so nobody who comes back finds what they lost.
 */
class MembershipsComeAndGoTest extends PeopleInTenants {
    private static final int STEPS = 90;

    /** What somebody has in a tenant. */
    private record Stay(boolean master, String locker) {
        private static final Stay PLAIN = new Stay(false, "");
    }

    private static Http berths;

    private final Map<String, Map<String, Stay>> expected = new TreeMap<>();
    private final Set<String> suspended = new HashSet<>();
    private final List<String> accounts = new ArrayList<>();
    private final List<String> harbours = new ArrayList<>();
    private final List<Http> people = new ArrayList<>();
    private Random random = new Random();
    private int made;

    @BeforeAll
    static void service() {
        berths = marea.with(marea.serviceKey("berths"));
    }

    @BeforeEach
    void three_harbours() {
        for (int i = 0; i < 3; i++) {
            harbours.add(harbour());
        }
    }

    private String harbour() {
        return made("Basin " + random.nextInt() + " " + made++);
    }

    private void people(long seed) {
        for (String name : List.of("come" + seed, "go" + seed)) {
            String id = marea.signUp(name);
            Http person = marea.as(name + "@post.example", PASSWORD);
            accounts.add(id);
            people.add(person);
            expected.put(
                    id, new TreeMap<>(Map.of(belongings(id).keySet().iterator().next(), Stay.PLAIN)));
        }
    }

    @ParameterizedTest
    @ValueSource(longs = {7480, 51})
    void whatever_happens_everybody_has_what_they_were_given_since_they_came_last(long seed) {
        random = new Random(seed);
        people(seed);
        int differences = 0;
        for (int i = 0; i < STEPS; i++) {
            int person = random.nextInt(accounts.size());
            String before = expected.toString();
            String step = step(person, any(harbours));
            differences += expected.toString().equals(before) ? 0 : 1;
            for (String account : accounts) {
                assertThat(belongings(account)).as(i + ": " + step).isEqualTo(shown(account));
            }
            assertThat(mayAssign(accounts.get(person))).as(i + ": " + step).isEqualTo(masterIn(accounts.get(person)));
        }
        assertThat(differences).isGreaterThan(STEPS / 5);
    }

    private <T> T any(List<T> of) {
        return of.get(random.nextInt(of.size()));
    }

    private String step(int person, String harbour) {
        String account = accounts.get(person);
        return switch (random.nextInt(10)) {
            case 0, 1 -> joins(account, harbour);
            case 2 -> leaves(account, harbour);
            case 3, 4 -> give(account, harbour);
            case 5 -> store(account, harbour);
            case 6 -> move(account, harbour, any(harbours));
            case 7 -> accept(person, harbour);
            case 8 -> suspend(harbour);
            default -> random.nextInt(5) == 0 ? remove(harbour) : take(account, harbour);
        };
    }

    private Map<String, Stay> of(String account) {
        return expected.get(account);
    }

    private String joins(String account, String harbour) {
        Http.Answer answer = marea.keyHolder().put(member(account, harbour), Map.of());
        if (suspended.contains(harbour)) {
            answer.status(409);
        } else {
            answer.status(204);
            of(account).putIfAbsent(harbour, Stay.PLAIN);
        }
        return "join " + harbour;
    }

    private String leaves(String account, String harbour) {
        marea.keyHolder().delete(member(account, harbour)).status(of(account).remove(harbour) == null ? 404 : 204);
        return "leave " + harbour;
    }

    private static String member(String account, String harbour) {
        return "/v1/tenants/" + harbour + "/members/" + account;
    }

    private String give(String account, String harbour) {
        Http.Answer answer = within("PUT", "/roles/harbourMaster", "{}", account, harbour);
        if (of(account).computeIfPresent(harbour, (tenant, stay) -> new Stay(true, stay.locker())) != null) {
            answer.status(200);
        } else {
            assertThat(answer.status()).isBetween(400, 499);
        }
        return "give in " + harbour;
    }

    private String take(String account, String harbour) {
        within("DELETE", "/roles/harbourMaster", null, account, harbour);
        of(account).computeIfPresent(harbour, (tenant, stay) -> new Stay(false, stay.locker()));
        return "take in " + harbour;
    }

    private String store(String account, String harbour) {
        String locker = "A0" + random.nextInt(3);
        boolean free = expected.entrySet().stream()
                .filter(entry -> !entry.getKey().equals(account))
                .noneMatch(entry -> entry.getValue()
                        .getOrDefault(harbour, Stay.PLAIN)
                        .locker()
                        .equals(locker));
        Http.Answer answer = within("PATCH", "", "{\"stay\": {\"locker\": \"" + locker + "\"}}", account, harbour);
        Stay stay = of(account).get(harbour);
        if (stay != null && free) {
            answer.status(200);
            of(account).put(harbour, new Stay(stay.master(), locker));
        } else {
            answer.status(stay == null ? 404 : 409);
        }
        return "locker " + locker + " in " + harbour;
    }

    private static Http.Answer within(String method, String path, String body, String account, String harbour) {
        return marea.keyHolder().send(method, "/v1/accounts/" + account + path, body, "Cuenta-Tenant", harbour);
    }

    private String move(String account, String from, String to) {
        if (of(account).containsKey(from) && !of(account).containsKey(to)) {
            Http.Answer answer =
                    marea.keyHolder().post("/v1/accounts/" + account + "/move", Map.of("from", from, "to", to));
            if (suspended.contains(to)) {
                answer.status(409);
            } else {
                answer.status(200);
                of(account).remove(from);
                of(account).put(to, Stay.PLAIN);
            }
        }
        return "move from " + from + " to " + to;
    }

    private String accept(int person, String harbour) {
        String token = marea.keyHolder()
                .post("/v1/tenants/" + harbour + "/invitations", Map.of("roles", List.of("harbourMaster")))
                .status(201)
                .json()
                .path("invitation")
                .asString();
        Http.Answer answer = people.get(person).post("/v1/me/memberships", Map.of("invitation", token));
        if (suspended.contains(harbour)) {
            answer.status(409);
        } else {
            answer.status(200);
            Stay stay = of(accounts.get(person)).getOrDefault(harbour, Stay.PLAIN);
            of(accounts.get(person)).put(harbour, new Stay(true, stay.locker()));
        }
        return "accept in " + harbour;
    }

    private String suspend(String harbour) {
        boolean suspend = !suspended.remove(harbour) && random.nextBoolean();
        if (suspend) {
            suspended.add(harbour);
        }
        marea.keyHolder()
                .patch("/v1/tenants/" + harbour, Map.of("suspended", suspend))
                .status(200);
        return (suspend ? "suspend " : "resume ") + harbour;
    }

    private String remove(String harbour) {
        Http key = marea.keyHolder();
        key.patch("/v1/tenants/" + harbour, Map.of("suspended", true)).status(200);
        key.delete("/v1/tenants/" + harbour).status(200);
        suspended.remove(harbour);
        expected.values().forEach(of -> of.remove(harbour));
        harbours.set(harbours.indexOf(harbour), harbour());
        return "remove " + harbour;
    }

    /** As the account's page shows it. */
    private static Map<String, Stay> belongings(String account) {
        JsonNode read =
                marea.keyHolder().get("/v1/accounts/" + account).status(200).json();
        Map<String, Stay> found = new TreeMap<>();
        read.path("tenants")
                .forEach(tenant -> found.put(
                        tenant.path("id").asString(),
                        new Stay(
                                tenant.path("roles").toString().contains("harbourMaster"),
                                tenant.path("stay").path("locker").asString(""))));
        return found;
    }

    /** In a suspended tenant no role counts. */
    private Map<String, Stay> shown(String account) {
        Map<String, Stay> shown = new TreeMap<>(of(account));
        shown.replaceAll((tenant, stay) -> suspended.contains(tenant) ? new Stay(false, stay.locker()) : stay);
        return shown;
    }

    private Set<String> masterIn(String account) {
        Set<String> masters = new HashSet<>();
        shown(account).forEach((tenant, stay) -> {
            if (stay.master()) {
                masters.add(tenant);
            }
        });
        return masters;
    }

    private Set<String> mayAssign(String account) {
        Set<String> allowed = new HashSet<>();
        for (String harbour : harbours) {
            boolean may = berths.post(
                            "/v1/checks", Map.of("account", account, "permission", "berths.assign", "tenant", harbour))
                    .status(200)
                    .json()
                    .path("allowed")
                    .asBoolean();
            if (may) {
                allowed.add(harbour);
            }
        }
        return allowed;
    }
}
