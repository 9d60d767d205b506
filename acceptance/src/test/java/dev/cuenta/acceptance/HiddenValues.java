package dev.cuenta.acceptance;

import static org.assertj.core.api.Assertions.assertThat;

import dev.cuenta.core.model.Models;
import dev.cuenta.service.testing.Http;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Collections;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Set;
import java.util.function.Predicate;
import java.util.function.Supplier;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.io.TempDir;
import tools.jackson.databind.JsonNode;

/**
 * Plants recognisable values where nothing may leave, calls every address that the OpenAPI document names as every party, with good input
 * and bad, and looks for them in whatever comes out: answers, headers, logs, activity, mails, threads, dumps and exports.
 */
abstract class HiddenValues extends OnMarea {
    static final String NEVER = "CANARYNEVER";
    static final String SECRET = "CANARYSECRET";
    static final String PERSONAL = "CANARYPERSONAL";
    static final String FOREIGN = "CANARYFOREIGN";
    static final String HASH = "$argon2id$";

    private static final Predicate<String> EVERYWHERE = address -> true;

    static final Predicate<Visitor> SERVICES = visitor -> visitor.party().startsWith("service ");

    /** Where records come out. */
    static final Predicate<String> RECORDS = address -> address.matches("/v1/(accounts|me|lookup)\\b.*");

    /** None of the installation's. */
    static final String NOWHERE = "01990000-0000-7000-8000-000000000000";

    static final String SECRET_FIELD =
            "radioLicence: { type: string, maxLength: 20, sensitivity: secret, read: [owner], write: [guest, owner] }";

    /** Somebody who asks, and what must never come back to them beside what leaves for nobody. */
    record Visitor(String party, Http http, Set<String> closed, boolean mayDestroy) {}

    /** Where something came out. */
    record Leak(String party, String where, String what) {}

    private static Process mailbox;
    private static String own;
    private static String foreign;
    static List<Visitor> visitors;

    @BeforeAll
    static void plant(@TempDir Path folder) throws IOException {
        mailbox = marea.mailbox();
        publish(folder, true);
        own = holder("own", "Isla Verde");
        foreign = holder("foreign", "Cala Honda");
        marea.sql("update accounts.profile_mooring set gate_code = '" + NEVER + "' where account_id in ('" + own
                + "', '" + foreign + "')");
        marea.sql("update accounts.profile_person set about = '" + PERSONAL + "', website = 'https://" + PERSONAL
                + ".example' where account_id = '" + own + "'");
        marea.sql("update accounts.profile_person set given_name = '" + FOREIGN + "', family_name = '" + FOREIGN
                + "', about = '" + FOREIGN + PERSONAL + "' where account_id = '" + foreign + "'");
        visitors = visitors();
    }

    @AfterAll
    static void shut() {
        mailbox.destroyForcibly();
    }

    static void publish(Path folder, boolean wall) throws IOException {
        String source = Models.source("account-model.yaml")
                .replace(
                        "  mooring:\n    label: Mooring\n    fields:\n",
                        "  mooring:\n    label: Mooring\n    fields:\n      " + SECRET_FIELD + "\n")
                .replaceFirst("(?m)^roles:\n", "roles:\n  keeper: { number: 77, within: tenant, may: ['*'] }\n");
        Path file = Files.writeString(
                folder.resolve("model.yaml"),
                wall ? source : source.replaceFirst("returned: never.*", "read: [administrator]"));
        marea.cuenta("model", "publish", file.toString(), "--allow", "rights-grow:mooring.gateCode")
                .succeeds();
    }

    static String holder(String name, String harbour) {
        String id = marea.signUp(name, Map.of("mooring", Map.of("radioLicence", SECRET)))
                .status(201)
                .json()
                .path("id")
                .asString();
        marea.sql("update cuenta.membership set tenant_id = (select id from cuenta.tenant where name = '" + harbour
                + "') where account_id = '" + id + "'");
        marea.as(name + "@post.example", PASSWORD).get("/v1/me").status(200);
        return id;
    }

    private static void bringToIslaVerde(String id) {
        marea.sql(
                "update cuenta.membership set tenant_id = (select tenant_id from cuenta.membership where account_id = '"
                        + own + "') where account_id = '" + id + "'");
    }

    /** Everything that a role in one tenant can let somebody do, and no field of the others. */
    private static Http keeper() {
        Http keeper = person("keeper");
        String id = keeper.get("/v1/me").json().path("id").asString();
        bringToIslaVerde(id);
        marea.sql("insert into cuenta.role_given (account_id, role, tenant_id) select account_id, 77, tenant_id"
                + " from cuenta.membership where account_id = '" + id + "'");
        return marea.as("keeper@post.example", PASSWORD);
    }

    static List<Visitor> visitors() {
        Http member = person("member");
        String id = member.get("/v1/me").json().path("id").asString();
        bringToIslaVerde(id);
        marea.cuenta("accounts", "set", "noor.haddad@marea.example", "theme=night")
                .succeeds();
        marea.sql(
                "insert into cuenta.credential (account_id, hash) select a.id, c.hash from accounts.account a, cuenta.credential c "
                        + "where a.email = 'noor.haddad@marea.example' and c.account_id = '" + id + "'");
        List<Visitor> visitors = new ArrayList<>(List.of(
                new Visitor("guest", marea.guest(), Set.of(PERSONAL, FOREIGN), true),
                new Visitor("member", member, Set.of(PERSONAL, FOREIGN), true),
                new Visitor(
                        "harbour master of Isla Verde",
                        marea.as("noor.haddad@marea.example", PASSWORD),
                        Set.of(FOREIGN),
                        false),
                new Visitor("keeper of Isla Verde", keeper(), Set.of(PERSONAL, FOREIGN), false),
                new Visitor("administrator", marea.operator(), Set.of(), false),
                new Visitor("installation key", marea.keyHolder(), Set.of(), false)));
        for (String service : List.of("berths", "billing", "gates")) {
            String key = marea.cuenta("services", "keys", "add", service)
                    .succeeds()
                    .text()
                    .strip();
            Set<String> closed = service.equals("gates") ? Set.of(PERSONAL, FOREIGN) : Set.of(PERSONAL);
            visitors.add(new Visitor("service " + service, marea.with(key), closed, true));
        }
        return visitors;
    }

    /** Nothing comes out for these, nor is anything left in logs, activity, mails, threads, exports or error pages. */
    static void search(Predicate<Visitor> who, int least) {
        List<Leak> leaks = Collections.synchronizedList(new ArrayList<>());
        int asked = visitors.parallelStream()
                .filter(who)
                .mapToInt(visitor -> walk(visitor, EVERYWHERE, leaks))
                .sum();

        assertThat(leaks).isEmpty();
        assertThat(asked).isGreaterThan(least);
        nothingIsLeftBehind();
    }

    private static void nothingIsLeftBehind() {
        Map<String, String> places = new LinkedHashMap<>();
        places.put("log", marea.log());
        places.put("activity", marea.sql("select string_agg(a::text, ' ') from cuenta.activity a"));
        places.put("messages", marea.sql("select string_agg(m::text, ' ') from cuenta.message m"));
        places.put(
                "threads",
                marea.shell("jstack " + ProcessHandle.current().pid())
                        .succeeds()
                        .text());
        places.put(
                "table of everything",
                marea.cuenta("accounts", "list", "--output", "json", "--limit", "200")
                        .succeeds()
                        .text());
        for (String path : List.of(
                "/nowhere",
                "/v1/nowhere",
                "/actuator",
                "/actuator/env",
                "/actuator/metrics",
                "/actuator/prometheus",
                "/actuator/heapdump",
                "/actuator/threaddump",
                "/actuator/health")) {
            places.put(path, marea.operator().get(path).everything());
        }
        places.put(
                "bad line",
                marea.operator()
                        .send("POST", "/v1/accounts", "{\"email\": \"" + NEVER)
                        .everything()
                        .replace(NEVER, ""));

        List<Leak> leaks = new ArrayList<>();
        places.forEach((place, text) -> look("anybody", place, text, Set.of(), leaks));
        assertThat(leaks).isEmpty();
        assertThat(places.get("activity")).doesNotContain(PERSONAL, PASSWORD).contains("signed-in");
        assertThat(places.get("log")).doesNotContain(PERSONAL, FOREIGN, PASSWORD, marea.key(), "cuenta_session_");
        assertThat(places.get("threads")).doesNotContain(PERSONAL, FOREIGN, PASSWORD);
        assertThat(String.join("", marea.mails()))
                .doesNotContain(NEVER, SECRET, PERSONAL, PASSWORD, HASH)
                .contains("Confirm your address");
    }

    static int walk(Visitor visitor, Predicate<String> where, List<Leak> leaks) {
        JsonNode paths =
                marea.guest().get("/v1/openapi.json").status(200).json().path("paths");
        List<Integer> asked = new ArrayList<>();
        paths.properties()
                .forEach(path -> path.getValue().properties().forEach(operation -> {
                    if (operation.getValue().isObject() && where.test(path.getKey())) {
                        asked.add(ask(visitor, operation.getKey().toUpperCase(Locale.ROOT), path.getKey(), leaks));
                    }
                }));
        return asked.stream().mapToInt(Integer::intValue).sum();
    }

    static int ask(Visitor visitor, String method, String template, List<Leak> leaks) {
        if (!visitor.mayDestroy() && destroys(method, template) || endsTheWalk(method, template)) {
            return 0;
        }
        int asked = 0;
        List<String> accounts = template.contains("{id}") ? List.of(own, foreign, NOWHERE) : List.of(own);
        for (String account : accounts) {
            String address = template.replace("{id}", account)
                    .replace("{number}", "1")
                    .replace("{name}", "billing")
                    .replace("{field}", "mooring.gateCode")
                    .replace("{source}", "old-harbour")
                    .replaceAll("\\{\\w+}", NOWHERE);
            List<Supplier<Http.Answer>> questions = questions(visitor.http(), method, address);
            // Whoever is not there has nothing to hide: one question shows how that is said.
            for (Supplier<Http.Answer> question : account.equals(NOWHERE) ? questions.subList(0, 1) : questions) {
                Http.Answer answer = question.get();
                look(visitor.party(), method + " " + address, answer.everything(), visitor.closed(), leaks);
                asked++;
            }
        }
        return asked;
    }

    private static List<Supplier<Http.Answer>> questions(Http http, String method, String address) {
        List<Supplier<Http.Answer>> questions = new ArrayList<>();
        if (method.equals("GET")) {
            for (String query : List.of(
                    "",
                    "?fields=mooring.gateCode",
                    "?filter=mooring.gateCode sw \"C\"",
                    "?filter=mooring.radioLicence eq \"" + SECRET.substring(0, 3) + "\"",
                    "?filter=person.about co \"CAN\"",
                    "?sort=mooring.gateCode",
                    "?sort=-person.about&limit=200",
                    "?as=owner",
                    "?limit=-1&cursor=x&before=x")) {
                questions.add(() -> http.get(address + query));
            }
            return questions;
        }
        for (String body : bodies(address)) {
            questions.add(() -> http.send(method, address, body));
        }
        questions.add(() -> http.form(address, Map.of("token", "x")));
        return questions;
    }

    private static List<String> bodies(String address) {
        // Takes none, and each time makes a key, which takes a second.
        if (address.equals("/v1/tokens/keys")) {
            return List.of("{}");
        }
        return List.of(
                "{}",
                "{\"theme\": \"dusk\"}",
                "{\"email\": \"operator@marea.example\", \"password\": \"five grey gulls\", \"person\": {\"givenName\": \"A\", \"familyName\": \"B\"}}",
                "{\"mooring\": {\"gateCode\": \"123456789012345\", \"radioLicence\": 7}}",
                "{\"rule\": \"abandonedSignUps\", \"token\": \"x\", \"code\": \"x\"}",
                "{\"source\": \"cuenta: 1\"}",
                "{\"account\": \"" + foreign + "\", \"permission\": \"berths.assign\", \"service\": \"berths\"}",
                "{broken");
    }

    static void look(String party, String where, String text, Set<String> closed, List<Leak> leaks) {
        for (String canary : List.of(NEVER, SECRET, HASH)) {
            if (text.contains(canary)) {
                leaks.add(new Leak(party, where, canary));
            }
        }
        for (String canary : closed) {
            if (text.contains(canary)) {
                leaks.add(new Leak(party, where, canary));
            }
        }
    }

    /** What would take away what the walk looks for. */
    static boolean destroys(String method, String address) {
        return method.equals("DELETE")
                || address.endsWith("/samples")
                || address.endsWith("/anonymisation")
                || address.endsWith("/moves")
                || address.endsWith("/runs") && method.equals("POST");
    }

    /** What would end the visitor's own session, or make databases. */
    static boolean endsTheWalk(String method, String address) {
        return address.startsWith("/v1/me/sessions") && method.equals("DELETE")
                || address.equals("/v1/sessions/current") && method.equals("DELETE")
                || address.equals("/v1/model/databases")
                || address.equals("/v1/model/id-costs");
    }
}
