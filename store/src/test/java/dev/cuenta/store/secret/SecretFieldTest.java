package dev.cuenta.store.secret;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.catchThrowableOfType;
import static org.assertj.core.api.Assertions.tuple;

import dev.cuenta.core.access.Viewer;
import dev.cuenta.core.account.AccountId;
import dev.cuenta.core.account.AccountRecord;
import dev.cuenta.core.account.Attributes;
import dev.cuenta.core.model.FieldPath;
import dev.cuenta.core.model.Models;
import dev.cuenta.core.model.Party;
import dev.cuenta.core.problem.Problem;
import dev.cuenta.core.revision.Change;
import dev.cuenta.core.revision.Effect;
import dev.cuenta.store.account.Accounts;
import dev.cuenta.store.account.Anonymisation;
import dev.cuenta.store.account.Controlled;
import dev.cuenta.store.retention.Archive;
import java.time.Duration;
import java.time.Instant;
import java.util.List;
import java.util.Map;
import java.util.Set;
import org.jspecify.annotations.Nullable;
import org.junit.jupiter.api.Test;

/** Fields whose values are sealed, on real PostgreSQL. */
class SecretFieldTest extends CodedAccountsTest {
    private static final Viewer OWNER = Viewer.of(Set.of(Party.OWNER));

    private static final String OPEN = with("code: { type: string, maxLength: 20 }");
    private static final String SECRET =
            with("code: { type: string, maxLength: 20, sensitivity: secret, read: [owner], write: [owner] }");
    private static final String WHOLE =
            with("code: { type: integer, sensitivity: secret, read: [owner], write: [owner] }");

    @Test
    void nothing_of_a_value_is_in_the_database_and_only_whoever_asks_by_name_gets_it() {
        publish(SECRET);
        AccountId noor = account("noor", "tide table");

        assertThat(stored()).doesNotContain("tide").doesNotContain("dGlkZ");
        assertThat(shown(noor, OWNER, Set.of())).doesNotContainKey("code");
        assertThat(shown(noor, OWNER, Set.of("code"))).containsEntry("code", "tide table");
        assertThat(shown(noor, Viewer.of(Set.of(new Party("administrator"))), Set.of("code")))
                .doesNotContainKey("code");
        assertThat(Attributes.of(Models.of(SECRET), field -> true).find("code")).isEmpty();
        assertThat(read(noor).values().get(FieldPath.parse("code"))).hasToString("sealed");
        assertThat(differences(SECRET)).isEmpty();
    }

    @Test
    void a_value_is_changed_and_taken_away() {
        publish(SECRET);
        AccountId noor = account("noor", "tide table");
        change(noor, "low water");
        assertThat(code(noor)).isEqualTo("low water");
        change(noor, null);
        assertThat(code(noor)).isNull();
        assertThat(strings("select code::text from accounts.account")).containsOnlyNulls();
    }

    @Test
    void a_value_that_somebody_moved_to_another_account_is_not_shown() {
        publish(SECRET);
        AccountId noor = account("noor", "tide table");
        AccountId rik = account("rik", "low water");
        database.sql()
                .sql("update accounts.account set code = (select code from accounts.account where email like 'noor%')")
                .update();

        assertThat(code(noor)).isEqualTo("tide table");
        assertThat(catchThrowableOfType(Problem.class, () -> code(rik)))
                .hasMessageContaining("belongs to another account");
        assertThat(shown(rik, OWNER, Set.of())).containsKey("email");
    }

    @Test
    void an_open_field_becomes_secret_and_open_again() {
        publish(OPEN);
        AccountId noor = account("noor", "tide table");
        account("rik", null);

        assertThat(database.diff(SECRET).changes())
                .filteredOn(change -> change.name().startsWith("secrecy"))
                .extracting(Change::name, Change::effect, Change::records, Change::toAllow)
                .containsExactly(tuple("secrecy-changed:code", Effect.BACKFILL, 1L, false));
        publish(SECRET);
        assertThat(code(noor)).isEqualTo("tide table");
        assertThat(strings("select encode(code, 'escape') from accounts.account where code is not null"))
                .hasSize(1)
                .noneMatch(text -> text.contains("tide"));
        assertThat(differences(SECRET)).isEmpty();
        account("vera", "low water");

        assertThat(database.diff(OPEN).changes())
                .filteredOn(change -> change.name().startsWith("secrecy"))
                .extracting(Change::toAllow)
                .containsExactly(true);
        publish(OPEN);
        assertThat(strings("select code from accounts.account where code is not null order by 1"))
                .containsExactly("low water", "tide table");
        assertThat(differences(OPEN)).isEmpty();
        assertThat(leftBehind()).isEmpty();
    }

    @Test
    void what_is_written_while_a_field_becomes_secret_is_sealed_too() {
        publish(OPEN);
        AccountId noor = account("noor", "tide table");
        cancelled(SECRET);
        assertThat(strings("select code from accounts.account")).containsExactly("tide table");
        var diff = database.diff(SECRET);
        database.publisher().begin(diff.liveRevision(), SECRET, diff.changes(), "test", "");
        haltBefore("swap", "pause");
        database.publisher().carryOn();
        change(noor, "high water");
        AccountId rik = account("rik", "low water");
        goOn();
        database.sql()
                .sql("update cuenta.revision set control = 'run' where state = 'publishing'")
                .update();
        database.publisher().carryOn();
        database.live().refresh();

        assertThat(code(noor)).isEqualTo("high water");
        assertThat(code(rik)).isEqualTo("low water");
    }

    @Test
    void a_secret_changes_its_type_and_nothing_of_it_is_shown() {
        publish(SECRET);
        AccountId noor = account("noor", "4711");
        AccountId rik = account("rik", "low water");
        Change change = database.diff(WHOLE).changes().get(0);

        assertThat(change.name()).isEqualTo("type-changed:code");
        assertThat(change.records()).isEqualTo(1);
        assertThat(change.examples()).isEmpty();
        publish(WHOLE);
        assertThat(code(noor)).isEqualTo(4711L);
        assertThat(code(rik)).isNull();
    }

    @Test
    void archived_and_back_it_is_the_same_and_anonymised_it_is_gone() {
        publish(SECRET);
        AccountId noor = account("noor", "tide table");
        write(work -> new Archive(work).put(List.of(noor), "left"));
        assertThat(strings("select fields::text || secrets::text from cuenta.archived"))
                .noneMatch(text -> text.contains("tide"));
        write(work -> new Archive(work).restore(noor.text()));
        assertThat(code(noor)).isEqualTo("tide table");

        write(work -> new Anonymisation(work).anonymise(List.of(Controlled.byCuenta(noor)), Instant.now()));
        assertThat(code(noor)).isNull();
    }

    @Test
    void another_key_takes_over_wherever_values_are() {
        publish(SECRET);
        AccountId noor = account("noor", "tide table");
        AccountId rik = account("rik", "low water");
        AccountId vera = account("vera", "4711");
        write(work -> new Archive(work).put(List.of(vera), "left"));
        KnownKeys known = new KnownKeys(database.connections());
        Resealing resealing =
                new Resealing(database.connections(), database.live().secrets(), known);
        known.acknowledge(database.keys().all());
        SecretKey next = database.keys().add();
        known.acknowledge(database.keys().all());

        assertThat(resealing.left(next)).isEqualTo(3);
        resealing.carryOn(next, Instant.now());
        assertThat(resealing.left(next)).isZero();
        assertThat(known.list()).extracting(KnownKeys.Known::retiredAt).containsOnlyNulls();
        resealing.carryOn(next, Instant.now().plus(Duration.ofMinutes(5)));
        assertThat(known.list().get(0).retiredAt()).isNotNull();
        assertThat(known.list().get(1).retiredAt()).isNull();

        database.keys().forget();
        write(work -> new Archive(work).restore(vera.text()));
        assertThat(List.of(code(noor), code(rik), code(vera))).containsExactly("tide table", "low water", "4711");
        known.acknowledge(database.keys().all());
    }

    @Test
    void an_instance_with_other_keys_is_told_so() {
        KnownKeys known = new KnownKeys(database.connections());
        known.acknowledge(database.keys().all());
        database.keys().add();
        database.keys().forget();

        assertThat(catchThrowableOfType(
                        Problem.class, () -> known.acknowledge(database.keys().all())))
                .hasMessageContaining("00000001")
                .hasMessageContaining("Use the file of the other instances");
    }

    private @Nullable Object code(AccountId id) {
        return shown(id, OWNER, Set.of("code")).get("code");
    }

    private Map<String, Object> shown(AccountId id, Viewer viewer, Set<String> fields) {
        return write(work ->
                work.revision().projection().project(new Accounts(work).find(id).orElseThrow(), viewer, fields));
    }

    private AccountRecord read(AccountId id) {
        return write(work -> new Accounts(work).find(id).orElseThrow());
    }

    private String stored() {
        return String.join(
                "\n",
                strings("select a::text || encode(code, 'escape') || encode(code, 'base64') from accounts.account a"));
    }

    private static String with(String field) {
        return Models.smallWith(field);
    }
}
