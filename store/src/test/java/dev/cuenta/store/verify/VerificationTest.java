package dev.cuenta.store.verify;

import static org.assertj.core.api.Assertions.assertThat;

import dev.cuenta.core.model.Models;
import dev.cuenta.store.database.TestDatabase;
import java.util.List;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class VerificationTest {
    private static final String MODEL = Models.smallWith(
            "berth: { type: string, required: true, maxLength: 5, uniqueness: server, search: true, write: [guest] }\n"
                    + "  friend: { type: account }\n  tags: { type: string, multiValued: true, maxLength: 20 }\n  notes: { type: json }");

    private TestDatabase database;

    @BeforeEach
    void start() {
        database = new TestDatabase();
        database.publish(MODEL);
    }

    @AfterEach
    void stop() {
        database.close();
    }

    @Test
    void a_database_that_was_only_published_to_differs_in_nothing() {
        database.publish(Models.source("account-model.yaml").replace("name: marea", "name: test"));
        assertThat(differences(Models.source("account-model.yaml"))).isEmpty();
        database.publish(Models.source("next.account-model.yaml").replace("name: marea", "name: test"));
        assertThat(differences(Models.source("next.account-model.yaml"))).isEmpty();
    }

    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            value = {
                "alter column berth type varchar(9)            | column berth of account",
                "alter column berth drop not null              | column berth of account",
                "alter column berth set default 'B01'          | column berth of account",
                "drop column notes                             | column notes of account",
                "drop constraint account_berth_length          | constraint account_berth_length of account",
                "drop constraint account_friend_reference      | constraint account_friend_reference of account",
                "add column stray integer                      | column stray of account",
                "add constraint odd check (version > 0)        | constraint odd of account"
            })
    void what_was_changed_by_hand_is_named_and_mended(String change, String thing) {
        database.sql().sql("alter table accounts.account " + change).update();
        List<Verification.Difference> found = differences(MODEL);

        assertThat(found).extracting(Verification.Difference::thing).contains(thing);
        mend(found);
        assertThat(differences(MODEL)).isEmpty();
    }

    @Test
    void an_index_that_is_missing_or_strange_is_named_and_mended() {
        database.sql().sql("drop index accounts.account_berth_unique").update();
        database.sql().sql("create index stray on accounts.account (kind)").update();
        List<Verification.Difference> found = differences(MODEL);

        assertThat(found)
                .extracting(Verification.Difference::thing)
                .containsExactly("index account_berth_unique of account", "index stray of account");
        mend(found);
        assertThat(differences(MODEL)).isEmpty();
    }

    @Test
    void a_history_with_a_gap_is_named() {
        database.publish(MODEL + "# again\nservices: { billing: { reads: [email] } }\n");
        database.sql()
                .sql("update cuenta.revision set number = 5 where number = 2")
                .update();

        assertThat(differences(MODEL))
                .extracting(Verification.Difference::thing)
                .containsExactly("revision 5");
    }

    @Test
    void what_was_kept_aside_is_listed_and_swept() {
        Leftovers leftovers = new Leftovers(database.owner().connections());
        database.publish(Models.smallWith("friend: { type: account }"));
        database.publish(Models.SMALL);

        assertThat(leftovers.list()).extracting(Leftovers.Leftover::keptAs).contains("kept_r2_berth", "kept_r3_friend");
        leftovers.sweep(2, Models.of(MODEL));
        assertThat(leftovers.list()).extracting(Leftovers.Leftover::keptAs).containsExactly("kept_r3_friend");
        assertThat(differences(Models.SMALL)).isEmpty();
    }

    @Test
    void the_same_shape_has_the_same_fingerprint_however_it_came_about() {
        Verification verification = new Verification(database.owner().connections());
        try (TestDatabase other = new TestDatabase()) {
            other.publish(Models.SMALL);
            other.publish(MODEL);

            assertThat(new Verification(other.owner().connections()).fingerprint(Models.of(MODEL)))
                    .isEqualTo(verification.fingerprint(Models.of(MODEL)));
        }
        database.sql().sql("alter table accounts.account drop column notes").update();
        assertThat(verification.fingerprint(Models.of(MODEL))).hasSize(12);
    }

    private List<Verification.Difference> differences(String source) {
        return new Verification(database.owner().connections()).differences(Models.of(source));
    }

    private void mend(List<Verification.Difference> found) {
        for (Verification.Difference difference : found) {
            for (String statement : difference.repair().replaceAll("--.*", "").split(";")) {
                if (!statement.isBlank()) {
                    database.sql().sql(statement).update();
                }
            }
        }
    }
}
