package dev.cuenta.acceptance;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Collections;
import java.util.List;
import java.util.Set;
import java.util.TreeSet;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** What is looked for can be found: with one wall less it is. */
class MissingWallTest extends HiddenValues {
    @Test
    void the_search_finds_what_a_missing_wall_lets_out(@TempDir Path folder) throws IOException {
        publish(folder, false);
        List<Leak> leaks = Collections.synchronizedList(new ArrayList<>());
        visitors.parallelStream()
                .filter(visitor -> Set.of("guest", "member", "administrator").contains(visitor.party()))
                .forEach(visitor -> walk(visitor, RECORDS, leaks));

        assertThat(leaks).extracting(Leak::what).containsOnly(NEVER);
        assertThat(leaks).extracting(Leak::party).containsOnly("administrator");
        Set<String> places = new TreeSet<>();
        leaks.forEach(leak -> places.add(leak.where()));
        assertThat(places).anyMatch(place -> place.startsWith("GET /v1/accounts"));
    }
}
