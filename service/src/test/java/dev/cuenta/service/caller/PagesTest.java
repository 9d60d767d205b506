package dev.cuenta.service.caller;

import static org.assertj.core.api.Assertions.assertThat;

import dev.cuenta.core.model.Models;
import java.io.IOException;
import java.nio.file.Files;
import java.util.Set;
import java.util.TreeSet;
import java.util.regex.Pattern;
import java.util.stream.Collectors;
import org.junit.jupiter.api.Test;

class PagesTest {
    private static final Pattern ROUTE = Pattern.compile("\"/([a-z]+)[^\"]*\":");
    private static final Pattern FROM_MAIL = Pattern.compile("location\\.pathname === \"/([a-z]+)\"");

    /** Whoever adds a page to the console has to say so to the service as well. */
    @Test
    void the_service_answers_with_the_console_where_the_console_has_pages() throws IOException {
        Set<String> pages = found(ROUTE, "console/src/routes.ts");
        pages.addAll(found(FROM_MAIL, "console/src/App.svelte"));

        assertThat(Web.PAGES).containsExactlyInAnyOrderElementsOf(pages);
    }

    private static Set<String> found(Pattern pattern, String file) throws IOException {
        return pattern.matcher(Files.readString(Models.root().resolve(file)))
                .results()
                .map(route -> route.group(1))
                .collect(Collectors.toCollection(TreeSet::new));
    }
}
