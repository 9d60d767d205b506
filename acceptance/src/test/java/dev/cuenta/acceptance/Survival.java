package dev.cuenta.acceptance;

import static org.assertj.core.api.Assertions.assertThat;

import dev.cuenta.core.testing.Await;
import dev.cuenta.store.database.Cluster;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayDeque;
import java.util.ArrayList;
import java.util.Deque;
import java.util.List;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.MethodSource;

/**
 * At each step of a publish something ends. Each time the publish is held at the step by a lock of somebody else's, so that it is surely
 * in the middle of it.
 */
abstract class Survival {
    private static final int ACCOUNTS = 12_000; // more than one batch
    static Installation marea;

    @TempDir
    private static Path folder;

    private static final List<String> FIELDS = new ArrayList<>();
    private final Deque<Cluster.Held> held = new ArrayDeque<>();

    static void begin(Installation installation) throws IOException {
        marea = installation;
        FIELDS.clear();
        marea.cuenta("model", "publish", model()).succeeds();
        marea.sql(
                "insert into accounts.account (id, kind, created_at, last_modified_at, version, email) select gen_random_uuid(),"
                        + " 'account', now(), now(), 1, 'boat' || i || '@post.example' from generate_series(1, "
                        + ACCOUNTS + ") i");
    }

    /** Ends, and begins again. */
    abstract void end();

    @ParameterizedTest
    @MethodSource("steps")
    void a_publish_is_completed_whatever_ends_at_whichever_step(String step) throws IOException {
        FIELDS.add(step + "Field: { type: string, required: true, existing: { from: 'email' }, write: [guest] }");
        holdAt(step);
        end();
        letGo();
        until("done");

        String column = step + "_field";
        assertThat(marea.sql("select count(*), count(distinct " + column + "), bool_and(" + column
                        + " = email) from accounts.account"))
                .isEqualTo(ACCOUNTS + "|" + ACCOUNTS + "|t");
        assertThat(marea.cuenta("model", "verify").succeeds().text()).contains("The database is as revision");
        String revisions = marea.sql("select count(*) from cuenta.revision");
        marea.cuenta("model", "publish", model()).succeeds();
        assertThat(marea.sql("select count(*) from cuenta.revision"))
                .as("whoever says it again makes no other revision")
                .isEqualTo(revisions);
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
        if (!step.equals("expand")) {
            held.add(marea.holdUpdates("cuenta.revision", "row", "old.step = 'fill' and old.rows_done > 0"));
        }
        marea.cuenta("model", "publish", model(), "--detach").succeeds();
        until(step.equals("expand") ? "expand" : "fill");
        switch (step) {
            case "prove" -> hold("lock table accounts.account in share update exclusive mode");
            case "swap" -> hold("select 1 from cuenta.revision where state = 'live' for update");
            case "drain", "contract" ->
                marea.sql(
                        "insert into cuenta.instance (id, revision, seen_at) values ('00000000-0000-0000-0000-000000000001', 0, now() + interval '1 hour')");
            default -> {}
        }
        if (!step.equals("expand") && !step.equals("fill")) {
            held.pop().close();
            until(step.equals("contract") ? "drain" : step);
        }
        if (step.equals("contract")) {
            hold("lock table accounts.account in access share mode");
            marea.sql("delete from cuenta.instance where revision = 0");
            until("contract");
        }
    }

    private void hold(String statement) {
        held.add(marea.hold(statement));
    }

    final void letGo() {
        held.forEach(Cluster.Held::close);
        held.clear();
        marea.sql("delete from cuenta.instance where revision = 0");
    }

    private static void until(String step) {
        Await.until(
                "the step " + step,
                () -> marea.sql("select step from cuenta.revision order by number desc limit 1"),
                step::equals);
    }
}
