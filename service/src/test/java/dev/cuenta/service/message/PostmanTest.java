package dev.cuenta.service.message;

import static org.assertj.core.api.Assertions.assertThat;

import dev.cuenta.core.model.Models;
import dev.cuenta.core.testing.Await;
import dev.cuenta.service.testing.Http;
import dev.cuenta.service.testing.RunningService;
import dev.cuenta.store.database.Cluster;
import java.io.IOException;
import java.net.InetAddress;
import java.net.ServerSocket;
import java.util.Map;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;

/** Messages wait for nobody else, and nobody else for them. */
class PostmanTest {
    private RunningService marea;
    private ServerSocket silent;

    @BeforeEach
    void start() throws IOException {
        silent = new ServerSocket(0, 50, InetAddress.getLoopbackAddress());
        marea = RunningService.marea(Map.of("CUENTA_MAIL_SERVER", "smtp://127.0.0.1:" + silent.getLocalPort()));
    }

    @AfterEach
    void stop() throws IOException {
        marea.close();
        silent.close();
    }

    @Test
    void while_a_mail_server_is_silent_no_transaction_is_open_and_everything_else_goes_on() {
        for (int i = 0; i < 12; i++) {
            marea.signUp("waits" + i);
        }
        Await.until(
                "a mail is on its way",
                () -> !marea.sql("select count(*) from cuenta.message where claimed_until > now()")
                        .equals("0"));

        assertThat(marea.sql("select count(*) from pg_stat_activity where state like 'idle in transaction%'"
                        + " and datname = current_database() and now() - xact_start > interval '2 seconds'"))
                .isEqualTo("0");
        marea.publish(Models.source("account-model.yaml").replace("label: Person", "label: Somebody"));
        Await.until(
                "activity is linked",
                () -> marea.sql("select count(*) from cuenta.activity_unlinked").equals("0"));
    }

    /** A publish locks tables for a moment, and so may anybody. */
    @Test
    void what_a_lock_kept_from_being_composed_goes_on_when_the_lock_has_gone() {
        String id = marea.signUp("locked");
        marea.sql("delete from cuenta.message");
        String claimed;
        try (Cluster.Held held = marea.hold("lock table cuenta.proof in access exclusive mode")) {
            marea.sql("insert into cuenta.message (id, account_id, purpose, field, due_at) values (gen_random_uuid(), '"
                    + id + "', 'confirm', 'email', now())");
            claimed = Await.until(
                    "it is claimed",
                    () -> marea.sql("select max(claimed_until) from cuenta.message where attempts = 1"),
                    moment -> !moment.isEmpty());
            Await.until("it is given up", () -> marea.log().contains("The database"));
        }

        Await.until(
                "it is tried again",
                () -> marea.sql("select count(*) from cuenta.message where attempts > 1")
                        .equals("1"));
        assertThat(marea.sql("select now() < '" + claimed + "'")).isEqualTo("t");
    }

    @Test
    void one_that_cannot_be_composed_holds_none_behind_it() throws IOException {
        stop();
        marea = RunningService.marea();
        Process mailbox = marea.mailbox();
        try {
            String broken = marea.signUp("broken");
            Await.until("the first mail came", () -> marea.mails().size() >= 1);
            // There is no such letter.
            marea.sql("insert into cuenta.message (id, account_id, purpose, field, due_at) values (gen_random_uuid(), '"
                    + broken + "', 'confirm', 'phone', now() - interval '1 hour')");
            marea.signUp("behind");

            Await.until(
                    "the one behind it came",
                    () -> marea.mails().stream().anyMatch(mail -> mail.contains("To: behind@")));
        } finally {
            mailbox.destroyForcibly();
        }
    }

    @Test
    void after_its_last_try_it_is_put_aside_shown_and_tried_again_when_somebody_says_so() throws IOException {
        silent.close(); // nobody answers, at once
        marea.signUp("aside");
        Await.until(
                "it was tried",
                () -> marea.sql("select attempts > 0 from cuenta.message").startsWith("t"));
        marea.sql("update cuenta.message set attempts = 39, due_at = now()");
        Http operator = marea.operator();
        Await.until(
                "it is put aside",
                () -> operator.get("/v1/jobs")
                                .status(200)
                                .json()
                                .path("messages")
                                .path("putAside")
                                .asInt()
                        == 1);
        assertThat(marea.log()).contains("was put aside").doesNotContain("aside@post.example");

        assertThat(operator.post("/v1/jobs/messages", Map.of())
                        .status(200)
                        .json()
                        .path("messages")
                        .asInt())
                .isEqualTo(1);
        Await.until(
                "it was tried again",
                () -> marea.sql("select attempts between 1 and 5 and put_aside_at is null from cuenta.message")
                        .startsWith("t"));
    }
}
