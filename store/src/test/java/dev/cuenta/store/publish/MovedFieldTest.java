package dev.cuenta.store.publish;

import static org.assertj.core.api.Assertions.assertThat;

import dev.cuenta.core.account.AccountId;
import dev.cuenta.core.account.Scope;
import dev.cuenta.core.model.FieldPath;
import dev.cuenta.core.model.Models;
import dev.cuenta.core.revision.Change;
import dev.cuenta.core.revision.Diff;
import dev.cuenta.core.revision.Effect;
import dev.cuenta.store.account.Accounts;
import dev.cuenta.store.account.ChangeGuard;
import dev.cuenta.store.account.NewAccount;
import dev.cuenta.store.database.DatabaseTest;
import dev.cuenta.store.live.LiveRevisions;
import dev.cuenta.store.picture.Pictures;
import dev.cuenta.store.verify.Leftovers;
import java.time.Instant;
import java.util.HashMap;
import java.util.Map;
import java.util.UUID;
import org.jspecify.annotations.Nullable;
import org.junit.jupiter.api.Test;

/** Fields that become ones of another profile, on real PostgreSQL and while another instance goes on writing. */
class MovedFieldTest extends DatabaseTest {
    private static final String KINDS =
            "kinds: { berthHolder: { profiles: [mooring], default: true }, staff: { profiles: [work] } }\n";
    private static final String OWN =
            "profiles: { mooring: { fields: { berth: { type: string } } }, work: { fields: { duty: { type: string } } } }\n"
                    + KINDS;
    private static final String MOORING = with("")
            + "profiles: { mooring: { fields: { berth: { type: string, maxLength: 5, required: true, uniqueness: server, existing: A01, write: [guest] }, length: { type: integer, default: 8 } } }, work: { fields: { duty: { type: string } } } }\n"
            + KINDS;
    private static final String BERTHING = MOORING.replace("mooring: { fields", "berthing: { formerly: mooring, fields")
            .replace("[mooring]", "[berthing]");

    @Test
    void a_renamed_profile_takes_its_values_along_and_back() {
        publish(MOORING);
        AccountId ines = account("ines", Map.of("mooring.berth", "B07", "mooring.length", 12L));
        Diff diff = publish(BERTHING);

        assertThat(diff.changes())
                .extracting(Change::name)
                .containsExactlyInAnyOrder(
                        "profile-given:berthHolder.berthing",
                        "profile-removed:profiles.mooring",
                        "profile-added:profiles.berthing",
                        "field-moved:berthing.berth",
                        "field-moved:berthing.length");
        assertThat(diff.changes()).noneMatch(Change::toAllow);
        assertThat(value(ines, "berthing.berth")).isEqualTo("B07");
        assertThat(value(ines, "berthing.length")).isEqualTo(12L);
        assertThat(
                        strings(
                                "select attname from pg_attribute where attrelid = 'accounts.profile_berthing'::regclass and attnotnull and attnum > 0"))
                .contains("berth");
        assertThat(differences(BERTHING)).isEmpty();
        assertThat(leftBehind()).isEmpty();

        AccountId noor = account("noor", Map.of("berthing.berth", "B08"));
        new Leftovers(database.owner().connections()).sweep(2, Models.of(BERTHING));
        assertThat(strings("select relname from pg_class where relname = 'profile_mooring'"))
                .isEmpty();
        publish(MOORING);
        assertThat(value(ines, "mooring.berth")).isEqualTo("B07");
        assertThat(value(noor, "mooring.berth")).isEqualTo("B08");
        assertThat(value(noor, "mooring.length")).isEqualTo(8L);
        assertThat(differences(MOORING)).isEmpty();
        assertThat(leftBehind()).isEmpty();
    }

    @Test
    void an_own_field_goes_into_a_profile_and_a_field_of_a_profile_becomes_an_own_one() {
        String before = with("phone: { type: string }") + OWN;
        String after = with("duties: { type: string, formerly: work.duty }")
                + OWN.replace(
                                "berth: { type: string }",
                                "berth: { type: string }, call: { type: string, formerly: phone }")
                        .replace("duty: { type: string }", "hours: { type: integer }");
        publish(before);
        AccountId ines = account("ines", Map.of("phone", "+44 1", "mooring.berth", "B07"));
        AccountId rik = staff("rik", "rigging");
        Diff diff = database.diff(after);
        assertThat(diff.changes().stream().filter(change -> change.name().equals("field-moved:mooring.call")))
                .singleElement()
                .satisfies(change -> {
                    assertThat(change.effect()).isEqualTo(Effect.LOSS);
                    assertThat(change.toAllow()).isTrue();
                    assertThat(change.consequence()).contains("of the kinds staff");
                });
        publish(after);

        assertThat(value(ines, "mooring.call")).isEqualTo("+44 1");
        assertThat(value(ines, "mooring.berth")).isEqualTo("B07");
        assertThat(value(rik, "duties")).isEqualTo("rigging");
        assertThat(differences(after)).isEmpty();
        assertThat(new Leftovers(database.owner().connections()).list())
                .extracting(Leftovers.Leftover::column)
                .containsExactlyInAnyOrder("phone", "duty");
    }

    @Test
    void what_would_change_on_the_way_goes_and_comes_instead() {
        publish(with("phone: { type: string }") + OWN);
        account("ines", Map.of("phone", "7"));
        Diff diff = database.diff(with("")
                + OWN.replace(
                        "berth: { type: string }",
                        "berth: { type: string }, call: { type: integer, formerly: phone }"));

        assertThat(diff.changes()).extracting(Change::name).contains("field-removed:phone", "field-added:mooring.call");
    }

    @Test
    void while_two_revisions_are_in_use_each_sees_what_the_other_writes() throws Exception {
        publish(MOORING);
        AccountId ines = account("ines", Map.of("mooring.berth", "B07"));
        AccountId bram = account("bram", Map.of("mooring.berth", "B09"));
        try (LiveRevisions old = database.anotherInstance()) {
            Thread publish = new Thread(() -> database.publish(BERTHING));
            publish.start();
            awaitStep("drain");
            database.live().refresh();
            change(old, ines, "mooring.berth", "C01");
            change(database.live(), bram, "berthing.berth", "C02");
            AccountId ofOld = made(old, "noor", "berthHolder", Map.of("mooring.berth", "C03"));
            AccountId ofNew = made(database.live(), "mila", "berthHolder", Map.of("berthing.berth", "C04"));

            assertThat(value(ines, "berthing.berth")).isEqualTo("C01");
            assertThat(seen(old, bram, "mooring.berth")).isEqualTo("C02");
            assertThat(seen(old, ofNew, "mooring.berth")).isEqualTo("C04");
            old.refresh();
            publish.join();
            database.live().refresh();
            assertThat(value(ofOld, "berthing.berth")).isEqualTo("C03");
            assertThat(value(ofNew, "berthing.berth")).isEqualTo("C04");
        }
        assertThat(differences(BERTHING)).isEmpty();
        assertThat(leftBehind()).isEmpty();
    }

    @Test
    void a_cancelled_move_leaves_nothing() {
        publish(MOORING);
        account("ines", Map.of("mooring.berth", "B07"));
        cancelled(BERTHING);

        assertThat(differences(MOORING)).isEmpty();
        assertThat(leftBehind()).isEmpty();
        assertThat(strings("select cast(to_regclass('accounts.profile_berthing') as text)"))
                .containsOnlyNulls();
    }

    @Test
    void pictures_of_a_renamed_and_of_a_moved_field_stay_its_pictures() {
        String before = with("portrait: { type: image, keep: 3 }") + OWN;
        publish(before);
        AccountId ines = account("ines", Map.of());
        UUID picture = UUID.randomUUID();
        database.live()
                .with(revision -> revision.write(Scope.EVERYWHERE, work -> {
                    new Pictures(work)
                            .add(
                                    ines,
                                    FieldPath.parse("portrait"),
                                    new Pictures.Picture(picture, "image/png", 8, 8, 99, Instant.now()));
                    return ines;
                }));
        publish(with("likeness: { type: image, keep: 3, formerly: portrait }") + OWN);
        assertThat(pictures(ines, "likeness")).isEqualTo(1);
        publish(with("")
                + OWN.replace(
                        "berth: { type: string }",
                        "berth: { type: string }, face: { type: image, keep: 3, formerly: likeness }"));
        assertThat(pictures(ines, "mooring.face")).isEqualTo(1);
    }

    private int pictures(AccountId account, String field) {
        return database.live()
                .<Integer>with(revision -> revision.read(
                        Scope.EVERYWHERE,
                        work -> new Pictures(work)
                                .of(account, FieldPath.parse(field))
                                .size()));
    }

    private static String with(String field) {
        return Models.smallWith(field);
    }

    private AccountId account(String name, Map<String, ? extends Object> values) {
        return made(database.live(), name, "berthHolder", values);
    }

    private AccountId staff(String name, String duty) {
        return made(database.live(), name, "staff", Map.of("work.duty", duty));
    }

    private static AccountId made(
            LiveRevisions instance, String name, String kind, Map<String, ? extends Object> given) {
        return instance.with(revision -> revision.write(Scope.EVERYWHERE, work -> {
            Map<FieldPath, @Nullable Object> values = new HashMap<>();
            values.put(FieldPath.parse("email"), name + "@marea.example");
            revision.model().fields().values().stream()
                    .filter(field -> field.defaultValue() != null)
                    .forEach(field -> values.put(field.path(), field.defaultValue()));
            given.forEach((path, value) -> values.put(FieldPath.parse(path), value));
            return new Accounts(work).insert(new NewAccount(revision.model().kindNamed(kind), values, Instant.now()));
        }));
    }

    private static void change(LiveRevisions instance, AccountId id, String field, String value) {
        instance.with(revision -> revision.write(Scope.EVERYWHERE, work -> {
            Accounts accounts = new Accounts(work);
            accounts.change(
                    accounts.findForChange(id, ChangeGuard.CUENTA).orElseThrow(),
                    Map.of(FieldPath.parse(field), value),
                    Instant.now());
            return id;
        }));
    }
}
