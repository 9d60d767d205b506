package dev.cuenta.service.caller;

import static org.assertj.core.api.Assertions.assertThat;

import dev.cuenta.service.testing.Http;
import dev.cuenta.service.testing.OnMarea;
import java.util.ArrayList;
import java.util.HexFormat;
import java.util.List;
import java.util.Map;
import java.util.Random;
import java.util.Set;
import java.util.TreeSet;
import org.junit.jupiter.api.Test;
import tools.jackson.databind.JsonNode;

/** Whoever asks again is remembered; whatever changes meanwhile, in the database and by anybody's hand, counts at once. */
class KnownCallersTest extends OnMarea {
    private static final int CHANGES = 40;

    /** Each of them some of the time; the session itself ends last. */
    private static final List<String> OF_PERSONS = List.of(
            "delete from cuenta.role_given where account_id = '%1$s' and role = 2",
            "insert into cuenta.role_given (account_id, role, tenant_id) values ('%1$s', 2, '%2$s') on conflict do nothing",
            "insert into cuenta.role_given (account_id, role) values ('%1$s', 9) on conflict do nothing",
            "delete from cuenta.role_given where account_id = '%1$s' and role = 9",
            "delete from cuenta.membership where account_id = '%1$s' and tenant_id = '%2$s'",
            "insert into cuenta.membership (account_id, tenant_id) values ('%1$s', '%2$s') on conflict do nothing",
            "update cuenta.tenant set second_factor = not second_factor where id = '%2$s'",
            "update cuenta.session set strong = not strong where account_id = '%1$s'",
            "update cuenta.session set tenant_id = case when tenant_id is null then cast('%2$s' as uuid) end where account_id = '%1$s'");

    private static final List<String> OF_SERVICES = List.of(
            "update cuenta.service_key set scope = case when scope = '{}' then array['reads:person.givenName'] else '{}' end",
            "update cuenta.service_key set networks = case when networks = '{}' then array[cast('10.0.0.0/8' as cidr)] else '{}' end",
            "update cuenta.service_key set expires_at = case when expires_at is null then now() - interval '1 s' end",
            "update cuenta.tenant set slug = case slug when 'elsewhere' then 'punta-clara' else 'elsewhere' end where id = '%2$s'");

    /** What fields are named for is found out anew each time: it says how the same question has to be answered. */
    private static Answer foundAnew(Http asking, String path, String... headers) {
        return Answer.of(
                asking.send("GET", path + (path.contains("?") ? "&" : "?") + "fields=person.givenName", null, headers));
    }

    private record Answer(int status, Set<String> seen) {
        static Answer of(Http.Answer answer) {
            Set<String> seen = new TreeSet<>();
            if (answer.status() == 200) {
                JsonNode json = answer.json();
                (json.has("items") ? json.path("items") : List.of(json)).forEach(item -> {
                    seen.add(item.path("id").asString());
                    item.path("roles").forEach(role -> seen.add(item.path("id").asString() + role));
                    item.path("tenants")
                            .forEach(tenant -> seen.add(item.path("id").asString() + tenant));
                    seen.add(item.path("person").path("givenName").asString(""));
                });
            }
            return new Answer(answer.status(), seen);
        }
    }

    @Test
    void what_a_person_may_is_what_it_is_now() {
        String tomas = marea.idOf("tomas.rey@marea.example");
        String harbour = marea.sql("select id from cuenta.tenant where name = 'Punta Clara'");
        String token = marea.session(tomas);
        Http asking = marea.with(token);
        String other = marea.sql("select account_id from cuenta.membership where tenant_id = '" + harbour
                + "' and account_id <> '" + tomas + "' order by 1 limit 1");
        List<String> paths = List.of("/v1/me", "/v1/accounts/" + other, "/v1/accounts?limit=200");
        List<Answer> answers = changed(asking, paths, OF_PERSONS, tomas, harbour);
        assertThat(answers).extracting(Answer::status).contains(200, 403, 404);

        marea.sql("delete from cuenta.session where account_id = '" + tomas + "'");
        assertThat(asking.get("/v1/me").status()).isEqualTo(401);
    }

    @Test
    void what_a_service_may_is_what_it_is_now() {
        String harbour = marea.sql("select id from cuenta.tenant where name = 'Punta Clara'");
        String tomas = marea.idOf("tomas.rey@marea.example");
        Http berths = marea.with(marea.serviceKey("berths"));
        List<Answer> answers = changed(
                berths, List.of("/v1/accounts/" + tomas, "/v1/accounts?limit=200"), OF_SERVICES, tomas, harbour);
        assertThat(answers).extracting(Answer::status).contains(200, 401);

        marea.sql("delete from cuenta.service_key");
        assertThat(berths.get("/v1/accounts/" + tomas).status()).isEqualTo(401);
    }

    private static List<Answer> changed(
            Http asking, List<String> paths, List<String> changes, String account, String harbour) {
        Random random = new Random(7480);
        List<Answer> answers = new ArrayList<>();
        for (int i = 0; i < CHANGES; i++) {
            String change = changes.get(random.nextInt(changes.size())).formatted(account, harbour);
            marea.sql(change);
            for (String path : paths) {
                for (String[] headers : List.of(new String[0], new String[] {"Cuenta-Tenant", harbour})) {
                    Answer remembered = Answer.of(asking.send("GET", path, null, headers));
                    assertThat(remembered.status())
                            .as("%s after %s", path, change)
                            .isEqualTo(foundAnew(asking, path, headers).status());
                    assertThat(Answer.of(asking.send("GET", path, null, headers)))
                            .isEqualTo(remembered);
                    answers.add(remembered);
                }
            }
        }
        return answers;
    }

    @Test
    void what_a_person_may_change_is_what_it_is_now() {
        String tomas = marea.idOf("tomas.rey@marea.example");
        String token = marea.session(tomas);
        assertThat(patched(token, Tokens.SESSION, "cuenta.session", OF_PERSONS, tomas))
                .contains(200, 404);

        marea.sql("delete from cuenta.session where account_id = '" + tomas + "'");
        assertThat(marea.with(token)
                        .patch("/v1/accounts/" + tomas, patch("Z99"))
                        .status())
                .isEqualTo(401);
    }

    @Test
    void what_a_service_may_change_is_what_it_is_now() {
        String tomas = marea.idOf("tomas.rey@marea.example");
        String key = marea.serviceKey("berths");
        assertThat(patched(key, Tokens.SERVICE, "cuenta.service_key", OF_SERVICES, tomas))
                .contains(200, 401);

        marea.sql("delete from cuenta.service_key");
        assertThat(marea.with(key).patch("/v1/accounts/" + tomas, patch("Z99")).status())
                .isEqualTo(401);
    }

    /** Whoever comes with the same rights and a token that nobody has seen yet is answered alike; what is refused changes nothing. */
    private static Set<Integer> patched(
            String token, String tokens, String table, List<String> changes, String account) {
        String harbour = marea.sql("select id from cuenta.tenant where name = 'Punta Clara'");
        String holder = marea.signUp(table.replace('.', '-'));
        marea.sql("insert into cuenta.membership (account_id, tenant_id) values ('" + holder + "', '" + harbour + "')");
        Random random = new Random(7480);
        Set<Integer> statuses = new TreeSet<>();
        for (int i = 0; i < CHANGES; i++) {
            String change = changes.get(random.nextInt(changes.size())).formatted(account, harbour);
            marea.sql(change);
            String before = berth(holder);
            String other = before.equals("A01") ? "A02" : "A01";
            String[] within = random.nextBoolean() ? new String[0] : new String[] {"Cuenta-Tenant", harbour};
            int remembered = marea.with(token)
                    .patch("/v1/accounts/" + holder, patch(other), within)
                    .status();
            assertThat(berth(holder)).as(change).isEqualTo(remembered == 200 ? other : before);

            String unseen = Tokens.create(tokens);
            rename(table, token, unseen);
            assertThat(remembered)
                    .as(change)
                    .isEqualTo(marea.with(unseen)
                            .patch("/v1/accounts/" + holder, patch("B01"), within)
                            .status());
            rename(table, unseen, token);
            statuses.add(remembered);
        }
        return statuses;
    }

    private static Map<String, Object> patch(String berth) {
        return Map.of("mooring", Map.of("berth", berth));
    }

    private static String berth(String account) {
        return marea.sql(
                "select coalesce(berth, '') from accounts.profile_mooring where account_id = '" + account + "'");
    }

    private static void rename(String table, String before, String after) {
        marea.sql("update " + table + " set token_hash = " + hash(after) + " where token_hash = " + hash(before));
    }

    private static String hash(String token) {
        return "'\\x" + HexFormat.of().formatHex(Tokens.hash(token)) + "'";
    }
}
