package dev.cuenta.acceptance;

import static org.assertj.core.api.Assertions.assertThat;

import dev.cuenta.core.model.Models;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.HashSet;
import java.util.Set;
import java.util.regex.MatchResult;
import java.util.regex.Pattern;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import org.junit.jupiter.api.Test;

/** docs/security.md says where each requirement is tested: the tests are there. */
class SecurityPageTest {
    private static final Pattern TEST = Pattern.compile("`(\\w+Test|[\\w.]+\\.test\\.ts)`");

    @Test
    void every_test_that_it_names_exists() throws IOException {
        Set<String> named = TEST.matcher(Files.readString(Models.root().resolve("docs/security.md")))
                .results()
                .map((MatchResult found) -> found.group(1))
                .collect(Collectors.toSet());

        assertThat(named).hasSizeGreaterThan(20);
        assertThat(tests()).containsAll(named);
    }

    private static Set<String> tests() throws IOException {
        Set<String> tests = new HashSet<>();
        try (Stream<Path> modules = Files.list(Models.root().normalize())) {
            for (Path module : modules.map(module -> module.resolve("src"))
                    .filter(Files::isDirectory)
                    .toList()) {
                tests.addAll(testsIn(module));
            }
        }
        return tests;
    }

    /** Where nothing comes and goes while other tests run. */
    private static Set<String> testsIn(Path sources) throws IOException {
        try (Stream<Path> files = Files.walk(sources)) {
            return files.map(path -> path.getFileName().toString())
                    .filter(name -> name.endsWith("Test.java") || name.endsWith(".test.ts"))
                    .map(name -> name.replace(".java", ""))
                    .collect(Collectors.toSet());
        }
    }
}
