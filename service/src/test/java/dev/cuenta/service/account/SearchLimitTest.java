package dev.cuenta.service.account;

import static org.assertj.core.api.Assertions.assertThat;

import dev.cuenta.service.testing.Http;
import dev.cuenta.service.testing.OnMarea;
import dev.cuenta.store.database.Cluster;
import java.util.List;
import org.junit.jupiter.api.Test;

/** What no index helps with ends in time, and says what would help: here a lock stands for a million accounts. */
class SearchLimitTest extends OnMarea {
    private static Http.Answer meanwhile(String address) {
        try (Cluster.Held held = marea.hold("lock table accounts.account in access exclusive mode")) {
            return marea.keyHolder().get(address);
        }
    }

    @Test
    void a_filter_that_no_index_answers_is_given_up_and_named() {
        Http.Answer answer = meanwhile("/v1/accounts?filter=theme+eq+%22dusk%22+and+email+eq+%22no@marea.example%22");

        assertThat(answer.status()).isEqualTo(422);
        assertThat(answer.everything())
                .contains("\"/filter\"", "`theme`", "1.5 seconds", "indexed: true")
                .doesNotContain("`email`");
    }

    @Test
    void so_is_a_sort() {
        Http.Answer answer = meanwhile("/v1/accounts?sort=-person.familyName");

        assertThat(answer.status()).isEqualTo(422);
        assertThat(answer.everything()).contains("\"/sort\"", "`person.familyName`");
    }

    @Test
    void so_is_a_count_of_too_many() {
        Http.Answer answer = meanwhile("/v1/accounts/count?filter=meta.created+gt+%222024-01-01T00:00:00Z%22");

        assertThat(answer.status()).isEqualTo(422);
        assertThat(answer.everything()).contains("\"/filter\"", "Narrow it");
    }

    @Test
    void what_an_index_answers_waits_as_long_as_any_request() {
        assertThat(meanwhile("/v1/accounts?filter=email+eq+%22no@marea.example%22")
                        .status())
                .isEqualTo(503);
    }

    @Test
    void counting_may_end_where_it_was_enough() {
        assertThat(marea.operator()
                        .get("/v1/accounts/count?upTo=3")
                        .status(200)
                        .json()
                        .toString())
                .isEqualTo("{\"count\":3,\"more\":true}");
        assertThat(marea.operator()
                        .get("/v1/accounts/count?upTo=1000000&filter=kind eq \"staff\"")
                        .status(200)
                        .json()
                        .path("more")
                        .asBoolean())
                .isFalse();
        assertThat(marea.operator().get("/v1/accounts/count").status(200).json().size())
                .isEqualTo(1);
        for (String wrong : List.of("0", "-1", "1000001", "3.5", "many")) {
            assertThat(marea.operator()
                            .get("/v1/accounts/count?upTo=" + wrong)
                            .status(422)
                            .problem())
                    .contains("/upTo");
        }
    }
}
