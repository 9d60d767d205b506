package dev.cuenta.acceptance;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import org.junit.jupiter.api.Test;

/** Nothing comes out, and nothing is left in logs, activity, mails, threads, exports or error pages. */
class HiddenValuesTest extends HiddenValues {
    @Test
    void nothing_that_is_hidden_comes_out_of_any_address_for_any_party_nor_is_left_behind() throws IOException {
        List<Leak> leaks = new ArrayList<>();
        int asked = 0;
        for (Visitor visitor : visitors) {
            asked += walk(visitor, EVERYWHERE, leaks);
        }

        assertThat(leaks).isEmpty();
        assertThat(asked).isGreaterThan(4000);
        nothingIsLeftBehind();
    }

    private static void nothingIsLeftBehind() throws IOException {
        Map<String, String> places = new LinkedHashMap<>();
        places.put("log", marea.log());
        places.put("activity", marea.sql("select string_agg(a::text, ' ') from cuenta.activity a"));
        places.put("messages", marea.sql("select string_agg(m::text, ' ') from cuenta.message m"));
        places.put(
                "threads",
                marea.shell("jstack " + ProcessHandle.current().pid())
                        .succeeds()
                        .text());
        places.put(
                "table of everything",
                marea.cuenta("accounts", "list", "--output", "json", "--limit", "200")
                        .succeeds()
                        .text());
        for (String path : List.of(
                "/nowhere",
                "/v1/nowhere",
                "/actuator",
                "/actuator/env",
                "/actuator/metrics",
                "/actuator/prometheus",
                "/actuator/heapdump",
                "/actuator/threaddump",
                "/actuator/health")) {
            places.put(path, marea.operator().get(path).everything());
        }
        places.put(
                "bad line",
                marea.operator()
                        .send("POST", "/v1/accounts", "{\"email\": \"" + NEVER)
                        .everything()
                        .replace(NEVER, ""));

        List<Leak> leaks = new ArrayList<>();
        places.forEach((place, text) -> look("anybody", place, text, Set.of(), leaks));
        assertThat(leaks).isEmpty();
        assertThat(places.get("activity")).doesNotContain(PERSONAL, PASSWORD).contains("signed-in");
        assertThat(places.get("log")).doesNotContain(PERSONAL, FOREIGN, PASSWORD, marea.key(), "cuenta_session_");
        assertThat(places.get("threads")).doesNotContain(PERSONAL, FOREIGN, PASSWORD);
        assertThat(String.join("", marea.mails()))
                .doesNotContain(NEVER, SECRET, PERSONAL, PASSWORD, HASH)
                .contains("Confirm your address");
    }
}
