package dev.cuenta.acceptance;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/**
 * At each step of a publish the service is killed, or the database crashes. Each time the publish is held at the step by a lock
 * of somebody else's, so that it is surely in the middle of it.
 */
class SurvivalTest {
    private static final int ACCOUNTS = 30_000; // enough for the fill to be met in its midst
    private static Installation marea;

    @TempDir
    private static Path folder;

    private static final List<String> FIELDS = new ArrayList<>();
    private final List<String> held = new ArrayList<>();

    @BeforeAll
    static void start() throws IOException {
        marea = Installation.empty();
        marea.cuenta("model", "publish", model()).succeeds();
        marea.psql(
                "insert into accounts.account (id, kind, created_at, last_modified_at, version, email) select gen_random_uuid(),"
                        + " 'account', now(), now(), 1, 'boat' || i || '@post.example' from generate_series(1, "
                        + ACCOUNTS + ") i");
    }

    @AfterAll
    static void stop() {
        marea.close();
    }

    @ParameterizedTest(name = "{0}: {1}")
    @CsvSource({
        "expand, kill", "fill, kill", "prove, kill", "swap, kill", "drain, kill", "contract, kill",
        "expand, crash", "fill, crash", "prove, crash", "swap, crash", "drain, crash", "contract, crash"
    })
    void a_publish_is_completed_whatever_ends_at_whichever_step(String step, String end) throws IOException {
        String field = step + Character.toUpperCase(end.charAt(0)) + end.substring(1);
        FIELDS.add(field + ": { type: string, required: true, existing: { from: 'email' }, write: [guest] }");
        holdAt(step);

        if (end.equals("kill")) {
            marea.killNow();
        } else {
            Installation.crashDatabase();
        }
        letGo();
        if (end.equals("kill")) {
            marea.start();
        }
        until("done");

        String column = step + "_" + end;
        assertThat(marea.psql("select count(*), count(distinct " + column + "), bool_and(" + column
                        + " = email) from accounts.account"))
                .isEqualTo(ACCOUNTS + "|" + ACCOUNTS + "|t");
        assertThat(marea.cuenta("model", "verify").succeeds().text()).contains("The database is as revision");
    }

    @AfterEach
    void nobodyHoldsAnything() {
        letGo();
    }

    private static String model() throws IOException {
        StringBuilder fields = new StringBuilder();
        FIELDS.forEach(field -> fields.append("  ").append(field).append('\n'));
        return Files.writeString(folder.resolve("model.yaml"), """
                        cuenta: 1
                        name: marea
                        access: { read: [owner, administrator], write: [owner, administrator] }
                        fields:
                          email: { type: email, required: true, uniqueness: server, signIn: true, write: [guest, owner] }
                        %sroles: { administrator: { number: 9, may: ['*'] } }
                        """.formatted(fields))
                .toString();
    }

    private void holdAt(String step) throws IOException {
        if (step.equals("expand")) {
            hold("lock table accounts.account in access share mode");
        }
        marea.cuenta("model", "publish", model(), "--detach").succeeds();
        until(step.equals("expand") ? "expand" : "fill");
        if (!step.equals("expand")) {
            hold("select 1 from cuenta.revision where state = 'publishing' for update");
        }
        switch (step) {
            case "prove" -> hold("lock table accounts.account in share update exclusive mode");
            case "swap" -> hold("select 1 from cuenta.revision where state = 'live' for update");
            case "drain", "contract" ->
                marea.psql(
                        "insert into cuenta.instance (id, revision, seen_at) values ('00000000-0000-0000-0000-000000000001', 0, now() + interval '1 hour')");
            default -> {}
        }
        if (!step.equals("expand") && !step.equals("fill")) {
            release(held.get(0));
            until(step.equals("contract") ? "drain" : step);
        }
        if (step.equals("contract")) {
            hold("lock table accounts.account in access share mode");
            marea.psql("delete from cuenta.instance where revision = 0");
            until("contract");
        }
    }

    /** A session that holds the lock until it is told to let go, or the database ends. */
    private void hold(String statement) {
        String name = "holder" + held.size();
        held.add(name);
        marea.shell("PGAPPNAME=" + name + " $PSQL -qc \"begin; " + statement
                + "; select pg_sleep(600)\" > /dev/null 2>&1 &");
        waitFor(
                "select count(*) = 1 from pg_stat_activity where application_name = '" + name
                        + "' and wait_event = 'PgSleep'",
                "t");
    }

    private void letGo() {
        held.forEach(this::release);
        held.clear();
        marea.psql("delete from cuenta.instance where revision = 0");
    }

    private void release(String name) {
        marea.psql("select pg_terminate_backend(pid) from pg_stat_activity where application_name = '" + name + "'");
    }

    private static void until(String step) {
        waitFor("select step from cuenta.revision order by number desc limit 1", step);
    }

    private static void waitFor(String question, String answer) {
        String found = "";
        for (int i = 0; i < 600; i++) {
            found = marea.psql(question);
            if (found.equals(answer)) {
                return;
            }
            Installation.pause(100);
        }
        throw new AssertionError(question + ": expected " + answer + ", found " + found);
    }
}
