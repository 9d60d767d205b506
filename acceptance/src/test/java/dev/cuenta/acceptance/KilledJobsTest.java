package dev.cuenta.acceptance;

import static org.assertj.core.api.Assertions.assertThat;

import dev.cuenta.core.testing.Await;
import dev.cuenta.service.testing.Http;
import dev.cuenta.service.testing.Mails;
import dev.cuenta.store.database.Cluster;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import tools.jackson.databind.JsonNode;

/** What a service was at when it was killed goes on when it starts again, once. */
class KilledJobsTest {
    private static final int DUE = 3000; // more than one batch
    private static final Map<String, Object> RULE = Map.of("rule", "abandonedSignUps", "allow", List.of("atMost"));
    private static final String LEFT = "select count(*) from accounts.account where email like 'a%@marea.example'";
    private static final String TAKEN = "select coalesce((taken->>'accounts')::int, 0) from cuenta.retention_run";

    private static Installation marea;
    private static Process mailbox;
    private static JsonNode begun;
    private static String whenKilled;

    @BeforeAll
    static void it_is_killed_in_the_midst_of_a_run_with_a_mail_that_cannot_go() throws Exception {
        marea = Installation.mareaProcess();
        marea.sql("insert into accounts.account (id, kind, created_at, last_modified_at, version, email, theme)"
                + " select gen_random_uuid(), 'berthHolder', now() - interval '1 year', now(), 1, 'a' || n || '@marea.example', 'day'"
                + " from generate_series(1, " + DUE + ") n");
        marea.signUp("vera");
        Await.until(
                "the mail was tried",
                () -> !marea.sql("select coalesce(max(attempts), 0) from cuenta.message")
                        .equals("0"));
        try (Cluster.Held held =
                marea.holdUpdates("cuenta.retention_run", "row", "coalesce((old.taken->>'accounts')::int, 0) > 0")) {
            begun = marea.keyHolder()
                    .post("/v1/retention/runs", RULE)
                    .status(202)
                    .json();
            Await.until("the first batch is gone", () -> !marea.sql(TAKEN).equals("0"));
            marea.stop();
        }
        whenKilled = marea.sql("select state from cuenta.retention_run");
        assertThat(Long.parseLong(marea.sql(LEFT)) + Long.parseLong(marea.sql(TAKEN)))
                .isEqualTo(DUE);
        mailbox = marea.mailbox();
        marea.start();
    }

    @AfterAll
    static void stop() {
        mailbox.destroyForcibly();
        marea.close();
    }

    @Test
    void a_retention_run_loses_no_count_and_the_same_command_completes_it() {
        assertThat(whenKilled).isEqualTo("running");
        Http key = marea.keyHolder();
        JsonNode again = key.post("/v1/retention/runs", RULE).status(202).json();
        Await.until(
                "the run is done",
                () -> key.get("/v1/retention/runs/" + again.path("id").asString())
                        .json()
                        .path("state")
                        .asString(),
                "done"::equals);

        assertThat(marea.sql(LEFT)).isEqualTo("0");
        assertThat(marea.sql("select sum((taken->>'accounts')::int) from cuenta.retention_run"))
                .isEqualTo(String.valueOf(DUE));
        assertThat(begun.path("rule")).isEqualTo(again.path("rule"));
    }

    @Test
    void a_mail_that_cannot_go_waits_and_is_not_lost() {
        // It may have been killed with the mail in its hand; what it had claimed lapses after two minutes.
        marea.sql("update cuenta.message set due_at = now(), claimed_until = null");
        Await.until("nothing waits", () -> marea.sql("select count(*) from cuenta.message"), "0"::equals);
        List<String> mails = Await.until(
                "the mail came",
                marea::mails,
                came -> came.stream().anyMatch(mail -> mail.contains("vera@post.example")));
        // What was sent just before it was due again is sent once more, and the newest link counts.
        marea.guest()
                .post("/v1/confirmations", Map.of("token", Mails.proof(mails.get(mails.size() - 1))))
                .status(200);
    }
}
