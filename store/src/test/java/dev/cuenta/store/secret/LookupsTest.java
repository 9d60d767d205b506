package dev.cuenta.store.secret;

import static org.assertj.core.api.Assertions.assertThat;

import dev.cuenta.core.account.AccountId;
import dev.cuenta.core.account.Attributes;
import dev.cuenta.core.account.Condition;
import dev.cuenta.core.account.Conditions;
import dev.cuenta.core.filter.FilterParser;
import dev.cuenta.core.filter.FilterSyntaxException;
import dev.cuenta.core.model.FieldPath;
import dev.cuenta.core.model.Models;
import dev.cuenta.store.account.Accounts;
import dev.cuenta.store.account.ChangeGuard;
import dev.cuenta.store.account.Lookups;
import dev.cuenta.store.account.NewAccount;
import dev.cuenta.store.retention.Archive;
import java.time.Instant;
import java.util.HashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.concurrent.CompletableFuture;
import java.util.concurrent.TimeUnit;
import org.junit.jupiter.api.Test;

/** Secrets that are found without being opened, on real PostgreSQL. */
class LookupsTest extends CodedAccountsTest {
    private static final String SEALED = with("");
    private static final String FOUND = with(", search: true");

    @Test
    void a_value_is_found_whole_in_its_normal_form_and_by_nothing_less() throws FilterSyntaxException {
        publish(FOUND);
        account("noor", "OV-CANARY Harbour");
        account("rik", "OV-0815");
        account("vera", null);

        assertThat(count("code eq \"ov-canary harbour\"")).isEqualTo(1);
        assertThat(count("code eq \"OV-CANARY\"")).isZero();
        assertThat(count("not (code eq \"OV-0815\")")).isEqualTo(2);
        assertThat(count("code eq \"OV-0815\" or email sw \"vera\"")).isEqualTo(2);
        assertThat(strings("select l::text from cuenta.secret_lookup l"))
                .hasSize(2)
                .noneMatch(row -> row.toUpperCase(Locale.ROOT).contains("CANARY"));
    }

    @Test
    void the_hash_follows_the_value_and_goes_with_it() throws FilterSyntaxException {
        publish(FOUND);
        AccountId noor = account("noor", "tide table");
        change(noor, "low water");
        assertThat(count("code eq \"tide table\"")).isZero();
        assertThat(count("code eq \"low water\"")).isEqualTo(1);
        change(noor, null);
        assertThat(strings("select field from cuenta.secret_lookup")).isEmpty();

        AccountId rik = account("rik", "spring tide");
        write(work -> new Archive(work).put(List.of(rik), "left"));
        assertThat(strings("select field from cuenta.secret_lookup")).isEmpty();
        write(work -> new Archive(work).restore(rik.text()));
        assertThat(count("code eq \"spring tide\"")).isEqualTo(1);
    }

    @Test
    void what_was_there_before_and_what_another_key_hashed_follows() throws FilterSyntaxException {
        publish(SEALED);
        account("noor", "tide table");
        assertThat(Attributes.of(Models.of(SEALED), field -> true).find("code")).isEmpty();
        publish(FOUND);
        assertThat(differences(FOUND)).isEmpty();
        assertThat(count("code eq \"tide table\"")).isZero();
        carryOn();
        assertThat(count("code eq \"tide table\"")).isEqualTo(1);

        database.keys().add();
        account("rik", "low water");
        assertThat(count("code eq \"tide table\"")).as("by the earlier key").isEqualTo(1);
        carryOn();
        assertThat(strings("select distinct key_id from cuenta.secret_lookup")).hasSize(1);
        assertThat(count("code eq \"low water\"")).isEqualTo(1);

        publish(SEALED);
        carryOn();
        assertThat(strings("select field from cuenta.secret_lookup")).isEmpty();
    }

    /** In a profile, which is another row than the account's: both take them in the same order. */
    @Test
    void whoever_changes_a_value_is_not_waited_for() throws Exception {
        String searched = Models.SMALL
                + "profiles: { mooring: { fields: { licence: { type: string, maxLength: 20, sensitivity: secret,"
                + " search: true, read: [owner], write: [owner] } } } }\nkinds: { holder: { profiles: [mooring], default: true } }\n";
        publish(searched);
        Map<FieldPath, Object> values = Map.of(
                FieldPath.parse("email"), "noor@marea.example", FieldPath.parse("mooring.licence"), "tide table");
        AccountId noor = write(work -> new Accounts(work)
                .insert(new NewAccount(work.revision().model().defaultKind(), new HashMap<>(values), Instant.now())));
        database.keys().add();

        write(work -> {
            Accounts accounts = new Accounts(work);
            accounts.change(
                    accounts.findForChange(noor, ChangeGuard.CUENTA).orElseThrow(),
                    Map.of(FieldPath.parse("mooring.licence"), "low water"),
                    Instant.now());
            // A job's turn in the midst of it ends, although nothing of this is committed.
            CompletableFuture.runAsync(this::carryOn)
                    .orTimeout(1, TimeUnit.MINUTES)
                    .join();
            return noor;
        });
        carryOn();

        assertThat(strings("select distinct key_id from cuenta.secret_lookup"))
                .containsExactly(database.keys().current().id());
    }

    private void carryOn() {
        boolean more = true;
        while (more) {
            more = write(work -> new Lookups(work).carryOn());
        }
    }

    private long count(String filter) throws FilterSyntaxException {
        Condition condition = new Conditions(Attributes.of(Models.of(FOUND), field -> true))
                .bind(FilterParser.parse(filter))
                .orElseThrow();
        return write(work -> new Accounts(work).count(condition));
    }

    private static String with(String more) {
        return Models.smallWith(
                "code: { type: string, maxLength: 20, sensitivity: secret, read: [owner], write: [owner]" + more
                        + " }");
    }
}
