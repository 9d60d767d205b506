package dev.cuenta.store.account;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.catchThrowableOfType;

import dev.cuenta.core.access.Operation;
import dev.cuenta.core.access.Viewer;
import dev.cuenta.core.account.AccountId;
import dev.cuenta.core.account.AccountQuery;
import dev.cuenta.core.account.Attributes;
import dev.cuenta.core.account.Conditions;
import dev.cuenta.core.account.Scope;
import dev.cuenta.core.filter.FilterParser;
import dev.cuenta.core.filter.FilterSyntaxException;
import dev.cuenta.core.model.Models;
import dev.cuenta.core.model.Party;
import dev.cuenta.core.problem.Problem;
import dev.cuenta.store.database.TestDatabase;
import dev.cuenta.store.verify.Verification;
import java.io.IOException;
import java.io.InputStream;
import java.io.UncheckedIOException;
import java.nio.charset.StandardCharsets;
import java.time.Instant;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import tools.jackson.databind.DeserializationFeature;
import tools.jackson.databind.json.JsonMapper;

/** Everything that a model can declare, written, read back, asked for, changed and removed on real PostgreSQL. */
class EveryConstructTest {
    private static final String SOURCE = source();
    private static final Viewer OWNER = Viewer.of(Set.of(Party.OWNER, new Party("administrator")));
    private static final JsonMapper JSON = JsonMapper.builder()
            .enable(DeserializationFeature.USE_BIG_DECIMAL_FOR_FLOATS)
            .enable(DeserializationFeature.USE_LONG_FOR_INTS)
            .build();
    private static final String NOOR = """
            {"email": "Noor@Marea.example", "theme": "dusk", "preferences": {"map": {"zoom": 7, "north": true}, "tabs": ["tide", "wind"]},
             "timeZone": "Pacific/Kiritimati", "seenAt": "2026-11-23T09:30:00Z",
             "spareEmails": ["noor@post.example", "n@post.example"], "phones": ["+44 7700 900123"],
             "person": {"givenName": "Noor", "familyName": "Haddad", "bornOn": "1990-02-28", "about": "Two\\nlines",
                        "homepage": "https://noor.example/", "links": ["https://a.example/", "https://b.example/"], "nicknames": ["Nou", "N\\"o,o{r}"]},
             "mooring": {"berth": "B07", "boatLength": 12.5, "credit": -3.25, "gateCode": "4711", "pontoons": ["south", "north"],
                         "visits": ["2026-01-02", "2026-03-04"], "depths": [2.5, 3], "keys": [7, 12], "seen": ["2026-11-23T09:30:00.123456Z"],
                         "radioLicence": "MMSI 224000999", "lockCodes": [4711, 815]}}""";

    private static TestDatabase database;

    @BeforeAll
    static void start() {
        database = new TestDatabase();
        database.publish(SOURCE);
    }

    @AfterAll
    static void stop() {
        database.close();
    }

    @AfterEach
    void forgetAccounts() {
        database.sql().sql("delete from accounts.account").update();
    }

    @Test
    void what_is_written_comes_back() {
        AccountId noor = insert("berthHolder", NOOR);
        Map<String, Object> read = read(noor, Set.of());

        assertThat(read)
                .containsEntry("email", "Noor@Marea.example")
                .containsEntry("theme", "dusk")
                .containsEntry(
                        "preferences",
                        Map.of("map", Map.of("zoom", 7L, "north", true), "tabs", List.of("tide", "wind")))
                .containsEntry("spareEmails", List.of("noor@post.example", "n@post.example"))
                .containsEntry("phones", List.of("+447700900123"))
                .containsEntry("confirmed", false)
                .containsEntry("isAdministrator", false)
                .doesNotContainKey("seenAt");
        assertThat(read.get("person"))
                .hasToString(
                        "{givenName=Noor, familyName=Haddad, bornOn=1990-02-28, about=Two\nlines, homepage=https://noor.example/, links=[https://a.example/, https://b.example/], age=36, card=https://marea.example/berthHolder/Noor?age=36, nicknames=[Nou, N\"o,o{r}]}");
        assertThat(read.get("mooring"))
                .hasToString(
                        "{berth=B07, boatLength=12.50, credit=-3.25, pontoons=[south, north], visits=[2026-01-02, 2026-03-04], depths=[2.5, 3.0], keys=[7, 12], seen=[2026-11-23T09:30:00.123456Z]}");
        assertThat(read(noor, Set.of("seenAt"))).containsEntry("seenAt", "2026-11-23T09:30:00Z");
        assertThat(read(noor, Set.of("mooring.radioLicence", "mooring.lockCodes")))
                .containsEntry("mooring", Map.of("radioLicence", "MMSI 224000999", "lockCodes", List.of(4711L, 815L)));
    }

    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            value = {
                "spareEmails eq \"NOOR@post.example\"   | 1",
                "spareEmails ne \"other@post.example\"  | 1",
                "spareEmails co \"post\"                | 1",
                "person.nicknames eq \"nou\"            | 1",
                "mooring.pontoons eq \"north\"          | 1",
                "mooring.pontoons eq \"east\"           | 0",
                "mooring.keys eq 12                     | 1",
                "mooring.visits eq \"2026-03-04\"       | 1",
                "mooring.depths eq 2.5                  | 1",
                "preferences pr                         | 1",
                "not (mooring.seen pr)                  | 0",
                "email.confirmedAt pr                   | 0",
                "not (email.confirmedAt gt \"2020-01-01T00:00:00Z\") | 1",
                "meta.anonymised pr                     | 0",
                "person.portrait pr                     | 0",
                "person.card pr                         | 1",
                "not (skipper pr)                       | 1",
                "email co \"MAREA\"                     | 1",
                "email co \"100%\"                      | 0",
                "person.age gt 20                       | 1",
                "isAdministrator eq true                | 0",
                "timeZone eq \"pacific/kiritimati\"     | 0"
            })
    void what_is_stored_can_be_asked_for(String filter, int found) throws FilterSyntaxException {
        insert("berthHolder", NOOR);
        var parsed = FilterParser.parse(filter);

        assertThat(database.live()
                        .<Integer>with(revision -> revision.read(Scope.EVERYWHERE, work -> {
                            var attributes = Attributes.of(revision.model(), field -> true);
                            Conditions conditions = new Conditions(attributes);
                            var condition = conditions
                                    .bind(parsed)
                                    .orElseThrow(() -> new AssertionError(conditions.refusals()));
                            return new Accounts(work)
                                    .page(new AccountQuery(
                                            condition, attributes.find("id").orElseThrow(), false, 10, null))
                                    .size();
                        })))
                .isEqualTo(found);
    }

    @Test
    void what_is_changed_and_taken_away_stays_so() {
        AccountId noor = insert("berthHolder", NOOR);
        AccountId tomas = insert("staff", """
                {"email": "tomas@marea.example", "person": {"givenName": "Tomás", "familyName": "Rey"}, "employment": {"startedOn": "2026-01-01"}}""");
        change(noor, """
                {"skipper": "%s", "spareEmails": null, "preferences": {"map": null, "tabs": []}, "person": {"links": ["https://c.example/"]},
                 "mooring": {"keys": [3], "depths": null}}""".formatted(tomas.text()));
        Map<String, Object> read = read(noor, Set.of());

        assertThat(read)
                .containsEntry("skipper", tomas.text())
                .doesNotContainKey("spareEmails")
                .containsKey("preferences");
        assertThat(read.get("person")).asString().contains("links=[https://c.example/]");
        assertThat(read.get("mooring")).asString().contains("keys=[3]").doesNotContain("depths");
        assertThat(read(tomas, Set.of()).get("employment"))
                .hasToString("{startedOn=2026-01-01, contractYears=1, contractEndsOn=2027-01-01, worksToday=true}");
    }

    @Test
    void a_reference_empties_itself_when_its_account_goes_and_never_points_nowhere() {
        AccountId noor = insert("berthHolder", NOOR);
        AccountId tomas = insert("staff", """
                {"email": "tomas@marea.example", "person": {"givenName": "Tomás", "familyName": "Rey"}, "employment": {"startedOn": "2026-01-01"}}""");
        change(noor, "{\"skipper\": \"" + tomas.text() + "\"}");
        database.live()
                .with(revision -> revision.write(
                        Scope.EVERYWHERE, work -> new Removal(work).remove(List.of(Controlled.byCuenta(tomas)))));

        assertThat(read(noor, Set.of())).doesNotContainKey("skipper");
        Problem refused = catchThrowableOfType(
                Problem.class, () -> change(noor, "{\"skipper\": \"00000000-0000-7000-8000-000000000000\"}"));
        assertThat(refused.violations().get(0).pointer()).isEqualTo("/skipper");
    }

    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            value = {
                "{\"spareEmails\": [\"a@x.example\", \"b@x.example\", \"c@x.example\", \"d@x.example\"]} | Has 4 values; at most 3 are allowed.",
                "{\"phones\": [\"+447700900123\", \"seven\"]}       | Value 2: Is not a telephone number",
                "{\"person\": {\"nicknames\": [\"N\"]}}             | Value 1: Has 1 characters",
                "{\"mooring\": {\"keys\": [1000]}}                  | Value 1: Must be 999 or less.",
                "{\"mooring\": {\"pontoons\": \"north\"}}           | Expected a list, but got a text.",
                "{\"preferences\": 7}                               | Expected an object or a list",
                "{\"skipper\": \"noor\"}                            | Is not the id of an account.",
                "{\"person\": {\"portrait\": \"noor.jpg\"}}        | A picture is uploaded by itself",
                "{\"person\": {\"card\": \"https://x.example\"}}   | may not be written",
                "{\"isAdministrator\": true}                        | may not be written",
                "{\"mooring\": {\"berth\": \"B08\"}}                | may not be written"
            })
    void what_does_not_fit_is_refused_by_name(String patch, String detail) {
        AccountId noor = insert("berthHolder", NOOR);
        Problem refused = catchThrowableOfType(Problem.class, () -> change(noor, patch));

        assertThat(refused.violations().get(0).detail()).contains(detail);
    }

    @Test
    void the_database_holds_the_rules_as_well() {
        assertThat(new Verification(database.owner().connections()).differences(Models.of(SOURCE)))
                .isEmpty();
        insert("berthHolder", NOOR);

        for (String broken : List.of(
                "update accounts.profile_mooring set keys = '{1000}'",
                "update accounts.profile_mooring set pontoons = '{west}'",
                "update accounts.profile_person set nicknames = '{N}'",
                "update accounts.profile_person set links = '{}'",
                "update accounts.account set skipper = gen_random_uuid()")) {
            assertThat(catchThrowableOfType(
                            RuntimeException.class,
                            () -> database.sql().sql(broken).update()))
                    .as(broken)
                    .isNotNull();
        }
    }

    private AccountId insert(String kind, String json) {
        return database.live()
                .with(revision -> revision.write(Scope.EVERYWHERE, work -> {
                    var values = revision.admission()
                            .forNew(Operation.CREATE, OWNER, revision.model().kindNamed(kind), object(json));
                    return new Accounts(work)
                            .insert(new NewAccount(revision.model().kindNamed(kind), values, Instant.now()));
                }));
    }

    private void change(AccountId id, String json) {
        database.live()
                .with(revision -> revision.write(Scope.EVERYWHERE, work -> {
                    Accounts accounts = new Accounts(work);
                    var record = accounts.findForChange(id, ChangeGuard.CUENTA).orElseThrow();
                    accounts.change(
                            record,
                            revision.admission()
                                    .forChange(
                                            OWNER,
                                            revision.model()
                                                    .kindNamed(record.record().kind()),
                                            object(json)),
                            Instant.now());
                    return record;
                }));
    }

    private Map<String, Object> read(AccountId id, Set<String> fields) {
        return database.live()
                .with(revision -> revision.read(
                        Scope.EVERYWHERE,
                        work -> revision.projection()
                                .project(new Accounts(work).find(id).orElseThrow(), OWNER, fields)));
    }

    @SuppressWarnings("unchecked") // a JSON object is a map
    private static Map<String, Object> object(String json) {
        return new LinkedHashMap<>((Map<String, Object>) JSON.readValue(json, Map.class));
    }

    private static String source() {
        try (InputStream file = EveryConstructTest.class.getResourceAsStream("/every-construct.yaml")) {
            return new String(file.readAllBytes(), StandardCharsets.UTF_8);
        } catch (IOException unreadable) {
            throw new UncheckedIOException(unreadable);
        }
    }
}
