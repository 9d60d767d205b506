package dev.cuenta.acceptance;

import static org.assertj.core.api.Assertions.assertThat;

import dev.cuenta.store.database.Cluster;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** As docs/operating.md has it: the database as PostgreSQL's own program writes it out, and the files with the keys. */
class BackupTest {
    @TempDir
    private Path folder;

    @Test
    void a_backup_comes_up_in_another_cluster_with_all_that_was_in_it() throws IOException {
        Path dump = folder.resolve("accounts.dump");
        List<String> exported;
        List<Path> keys;
        try (Installation first = Installation.marea()) {
            first.sample(60, 7480);
            first.cuenta("accounts", "set", "noor.haddad@marea.example", "theme=dusk")
                    .succeeds();
            exported = export(first, "before.jsonl");
            Output.of(
                            List.of(
                                    "bash",
                                    "-c",
                                    "pg_dump --format custom --file " + dump + " " + first.psqlArguments()),
                            Map.of())
                    .succeeds();
            keys = first.keyFiles().stream().map(this::kept).toList();
        }

        try (Cluster elsewhere = Cluster.durable();
                Installation restored = Installation.restored(elsewhere, dump, keys)) {
            assertThat(restored.cuenta("model", "verify").succeeds().text()).contains("as revision 1 says");
            assertThat(restored.cuenta("activity", "verify").succeeds().text()).contains("The chain is intact");
            assertThat(restored.cuenta("secrets", "losses").succeeds().text()).contains("No key is missing.");
            assertThat(export(restored, "after.jsonl")).containsExactlyElementsOf(exported);
            assertThat(restored.operator().get("/v1/me").status())
                    .as("signed in with a password, under the pepper")
                    .isEqualTo(200);
            assertThat(restored.signUp("after")).isNotEmpty();
        }
    }

    private Path kept(Path file) {
        try {
            return Files.copy(file, folder.resolve(file.getFileName()));
        } catch (IOException failure) {
            throw new UncheckedIOException(failure);
        }
    }

    private List<String> export(Installation installation, String name) throws IOException {
        Path file = folder.resolve(name);
        installation.cuenta("accounts", "export", "--whole", file.toString()).succeeds();
        return Files.readAllLines(file);
    }
}
