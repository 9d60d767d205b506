package dev.cuenta.core.finding;

import static org.assertj.core.api.Assertions.assertThat;

import dev.cuenta.core.file.ModelFile;
import dev.cuenta.core.model.Models;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.EnumMap;
import java.util.List;
import java.util.Map;
import java.util.stream.Stream;
import org.junit.jupiter.api.Test;

/** docs/findings.md says what the code says; {@code -Dcuenta.write=true} writes it anew. */
class FindingsPageTest {
    private static final Path PAGE = Models.root().resolve("docs/findings.md");
    private static final Path BROKEN = Models.root().resolve("core/src/test/resources/broken");

    @Test
    void the_page_lists_every_finding() throws IOException {
        String page = page();
        if (Boolean.getBoolean("cuenta.write")) {
            Files.writeString(PAGE, page);
        }

        assertThat(Files.readString(PAGE)).isEqualTo(page);
    }

    private static String page() throws IOException {
        Map<FindingCode, Finding> examples = examples();
        StringBuilder page = new StringBuilder("""
                # Findings

                What `cuenta model check` can say. Codes are stable: builds and reviews may rely on them. An error keeps a model from being
                published; a warning and a note do not. `--output json` and `--output sarif` give the same to programs. What is about stored
                records and contracts is said only with a running service.

                """);
        for (Severity severity : Severity.values()) {
            page.append("## ").append(heading(severity)).append("\n\n");
            for (FindingCode code : FindingCode.values()) {
                if (code.severity() == severity) {
                    append(code, examples.get(code), page);
                }
            }
        }
        return page.toString().stripTrailing() + "\n";
    }

    private static String heading(Severity severity) {
        return switch (severity) {
            case ERROR -> "Errors";
            case WARNING -> "Warnings";
            case NOTE -> "Notes";
        };
    }

    private static void append(FindingCode code, Finding example, StringBuilder page) {
        page.append("### ").append(code).append("\n").append(code.why()).append('\n');
        if (example != null) {
            page.append("\n> ")
                    .append(example.message())
                    .append("  \n> ")
                    .append(example.advice())
                    .append('\n');
        }
        page.append('\n');
    }

    private static Map<FindingCode, Finding> examples() throws IOException {
        Map<FindingCode, Finding> examples = new EnumMap<>(FindingCode.class);
        List<Path> files;
        try (Stream<Path> listed = Files.list(BROKEN)) {
            files = listed.filter(file -> file.toString().endsWith(".yaml"))
                    .sorted()
                    .toList();
        }
        for (Path file : files) {
            ModelFile.read(file.getFileName().toString(), Files.readString(file))
                    .findings()
                    .forEach(finding -> examples.putIfAbsent(finding.code(), finding));
        }
        return examples;
    }
}
