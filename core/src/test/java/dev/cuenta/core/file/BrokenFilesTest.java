package dev.cuenta.core.file;

import static org.assertj.core.api.Assertions.assertThat;

import dev.cuenta.core.finding.Finding;
import dev.cuenta.core.model.Models;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.MethodSource;

/**
 * What a person reads who has made a mistake, word by word. Beside each file stands what is said about it; after a change of
 * wording, run with {@code -Dcuenta.write=true} and read what was written.
 */
class BrokenFilesTest {
    private static final Path FOLDER = Models.root().resolve("core/src/test/resources/broken");

    @ParameterizedTest
    @MethodSource("files")
    void says_what_is_wrong_where_and_what_to_do(String name) throws IOException {
        ModelFile file = ModelFile.read(name, Files.readString(FOLDER.resolve(name)));
        String said = file.findings().stream().map(BrokenFilesTest::text).collect(Collectors.joining());
        Path expected = FOLDER.resolve(name.replace(".yaml", ".txt"));
        if (Boolean.getBoolean("cuenta.write")) {
            Files.writeString(expected, said);
        }

        assertThat(file.hasErrors()).isTrue();
        assertThat(said).isEqualTo(Files.readString(expected));
    }

    private static String text(Finding finding) {
        return "%d:%d %s %s: %s%n  %s%n"
                .formatted(
                        finding.place().line(),
                        finding.place().column(),
                        finding.severity(),
                        finding.code(),
                        finding.message(),
                        finding.advice());
    }

    static Stream<String> files() throws IOException {
        try (Stream<Path> files = Files.list(FOLDER)) {
            return files
                    .map(file -> file.getFileName().toString())
                    .filter(name -> name.endsWith(".yaml"))
                    .sorted()
                    .toList()
                    .stream();
        }
    }
}
