package dev.cuenta.acceptance;

import static org.assertj.core.api.Assertions.assertThat;

import dev.cuenta.core.model.Models;
import java.awt.image.BufferedImage;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import javax.imageio.ImageIO;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** What one installation exported, another has after the import: export and import are each other's inverse. */
class ExportImportTest {
    private static final int ACCOUNTS = 700;

    @TempDir
    private Path folder;

    @Test
    void a_second_installation_has_the_same_accounts_record_by_record() throws IOException {
        try (Installation first = Installation.marea();
                Installation second = Installation.empty()) {
            first.cuenta("sample", String.valueOf(ACCOUNTS), "--seed", "7", "--over", "P2Y")
                    .succeeds();
            first.cuenta("accounts", "anonymise", "bo.adeyemi@marea.example", "--yes")
                    .succeeds();
            first.cuenta(
                            "accounts",
                            "picture",
                            "noor.haddad@marea.example",
                            "person.portrait",
                            "--upload",
                            portrait().toString())
                    .succeeds();
            second.publish(Models.source("account-model.yaml"));

            List<String> exported = export(first, "first.jsonl");
            Output imported = second.cuenta("accounts", "import", file("first.jsonl"), "--report", file("report.csv"))
                    .succeeds();

            assertThat(String.join("\n", exported))
                    .contains(
                            "\"anonymised\":",
                            "\"confirmed\":",
                            "\"roles\":[\"harbourMaster\"]",
                            "\"bornOn\":",
                            "\"pictures\":{");
            assertThat(imported.text()).contains(exported.size() + " brought");
            assertThat(imported.errors()).contains("No export has values of: ", "mooring.gateCode");
            assertThat(folder.resolve("report.csv")).doesNotExist();
            assertThat(second.cuentaWith(Files.readString(folder.resolve("first.jsonl")), "accounts", "import", "-")
                            .succeeds()
                            .text())
                    .contains(exported.size() + " were there already");
            assertThat(export(second, "second.jsonl")).containsExactlyElementsOf(exported);
        }
    }

    /** Sorted as they come: by their creation. Each installation counts versions by itself, and names pictures. */
    private List<String> export(Installation installation, String name) throws IOException {
        installation.cuenta("accounts", "export", "--whole", file(name)).succeeds();
        return Files.readAllLines(folder.resolve(name)).stream()
                .map(line -> line.replaceAll("\"(version|rightsStamp)\":\\d+", "\"version\":0")
                        .replaceAll("\"portrait\":\"[^\"]*\"", "\"portrait\":\"\""))
                .toList();
    }

    private Path portrait() throws IOException {
        BufferedImage image = new BufferedImage(300, 200, BufferedImage.TYPE_INT_RGB);
        image.setRGB(20, 30, 0x20a0c0);
        Path file = folder.resolve("portrait.png");
        ImageIO.write(image, "png", file.toFile());
        return file;
    }

    private String file(String name) {
        return folder.resolve(name).toString();
    }
}
