package dev.cuenta.acceptance;

import static org.assertj.core.api.Assertions.assertThat;

import dev.cuenta.core.model.Models;
import dev.cuenta.core.testing.Await;
import dev.cuenta.service.testing.Http;
import dev.cuenta.store.database.Cluster;
import java.util.Map;
import org.junit.jupiter.api.Test;

/** A service that is killed in the midst of a publish. */
class KilledPublishTest {
    @Test
    void a_publish_loses_nothing_and_the_same_command_completes_it() {
        String before = Models.SMALL + "kinds: { staff: { default: true } }\n";
        String after = Models.SMALL + "kinds: { staff: { default: true, profiles: [work] } }\n"
                + "profiles: { work: { fields: { pontoon: { type: string, required: true, existing: North, write: [guest] } } } }\n";
        try (Installation marea = Installation.process()) {
            marea.publish(before);
            marea.sql(
                    "insert into accounts.account (id, kind, created_at, last_modified_at, version, email) select gen_random_uuid(), 'staff', now(), now(), 1, 'a' || n || '@marea.example' from generate_series(1, 20000) n");

            try (Cluster.Held held = marea.holdUpdates("cuenta.revision", "row", "old.rows_done > 0")) {
                post(marea.keyHolder(), after);
                Await.until(
                        "the first batch is done",
                        () -> marea.sql("select rows_done > 0 from cuenta.revision where number = 2"),
                        "t"::equals);
                marea.stop();
            }
            assertThat(marea.sql("select step from cuenta.revision where number = 2"))
                    .isNotEqualTo("done");
            marea.start();
            post(marea.keyHolder(), after);
            marea.awaitPublished(2);

            assertThat(marea.sql("select count(*) from accounts.profile_work where pontoon = 'North'"))
                    .isEqualTo("20000");
            assertThat(marea.sql("select count(*) from cuenta.revision")).isEqualTo("2");
        }
    }

    private static void post(Http key, String source) {
        int status = key.post("/v1/model/revisions", Map.of("source", source)).status();
        assertThat(status).isIn(200, 202);
    }
}
