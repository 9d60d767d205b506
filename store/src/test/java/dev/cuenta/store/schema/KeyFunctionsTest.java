package dev.cuenta.store.schema;

import static org.assertj.core.api.Assertions.assertThat;

import dev.cuenta.core.account.AccountId;
import dev.cuenta.core.account.Scope;
import dev.cuenta.core.model.FieldPath;
import dev.cuenta.core.revision.Diff;
import dev.cuenta.store.account.Accounts;
import dev.cuenta.store.account.NewAccount;
import dev.cuenta.store.database.DatabaseTest;
import java.time.Instant;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.junit.jupiter.api.Test;

/** Whose a unique value is, asked by functions of the database, on real PostgreSQL. */
class KeyFunctionsTest extends DatabaseTest {
    private static final String EXACT = model("{ type: string, maxLength: 20, uniqueness: server, caseExact: true }");
    private static final String FOLDED = model("{ type: string, maxLength: 20, uniqueness: server }");
    private static final String PLAIN = model("{ type: string, maxLength: 20 }");

    private static String model(String code) {
        return """
                cuenta: 1
                name: marea
                access: { read: [owner], write: [owner] }
                fields:
                  email: { type: email, required: true, uniqueness: server, signIn: true }
                  code: %s
                roles:
                  administrator: { number: 1, may: ['*'] }
                """.formatted(code);
    }

    @Test
    void each_unique_field_has_its_own_and_a_rule_that_changes_makes_another() {
        publish(EXACT);
        AccountId noor = account("noor", "Low-Water");
        List<String> exact = functions();
        assertThat(exact).hasSize(2);
        assertThat(whose("code", "Low-Water")).contains(noor);
        assertThat(whose("code", "low-water")).isEmpty();

        publish(FOLDED);
        assertThat(whose("code", "LOW-WATER")).contains(noor);
        assertThat(whose("email", "Noor@marea.example")).contains(noor);
        assertThat(functions()).hasSize(3).containsAll(exact); // an instance may be behind

        publish(PLAIN);
        publish(EXACT);
        assertThat(functions()).isEqualTo(exact);
        assertThat(whose("code", "Low-Water")).contains(noor);
    }

    @Test
    void an_instance_of_the_revision_before_finds_by_its_own_rule_while_another_is_published() {
        publish(EXACT);
        AccountId noor = account("noor", "Low-Water");
        Diff diff = database.diff(FOLDED);
        database.publisher().begin(diff.liveRevision(), FOLDED, diff.changes(), "test", "");
        haltBefore("swap", "pause");
        database.publisher().carryOn();

        assertThat(functions()).hasSize(3);
        assertThat(whose("code", "low-water")).isEmpty();
        assertThat(whose("code", "Low-Water")).contains(noor);
    }

    @Test
    void an_installation_that_has_none_finds_all_the_same_and_gets_them() {
        publish(FOLDED);
        AccountId noor = account("noor", "Low-Water");
        List<String> made = functions();
        made.forEach(name ->
                database.sql().sql("drop function cuenta." + name + "(text)").update());
        assertThat(whose("code", "low-water")).contains(noor);

        database.publisher().prepare();
        assertThat(functions()).isEqualTo(made);
        assertThat(whose("code", "low-water")).contains(noor);
    }

    private List<String> functions() {
        return strings("select proname from pg_proc where proname like 'key\\_by\\_%' order by 1");
    }

    private AccountId account(String name, String code) {
        return write(work -> new Accounts(work)
                .insert(new NewAccount(
                        work.revision().model().defaultKind(),
                        Map.of(FieldPath.parse("email"), name + "@marea.example", FieldPath.parse("code"), code),
                        Instant.now())));
    }

    private Optional<AccountId> whose(String field, String value) {
        database.live().refresh();
        return database.live()
                .with(revision -> revision.read(
                        Scope.EVERYWHERE,
                        work -> new Accounts(work)
                                .byUnique(revision.model().field(field).orElseThrow(), value)));
    }
}
