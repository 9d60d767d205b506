package dev.cuenta.acceptance;

import static org.assertj.core.api.Assertions.assertThat;

import dev.cuenta.core.model.Models;
import dev.cuenta.store.database.Cluster;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.attribute.PosixFilePermissions;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.stream.Stream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/**
 * A database that an earlier release left, with Marea's model, seed, forty samples and the operator, in {@code earlier-release}: its
 * migrations end at 18. It was dumped with {@code pg_dump --format custom}, and its key files are for tests alone.
 */
class UpgradeTest {
    @TempDir
    private Path folder;

    @Test
    void what_an_earlier_release_left_is_migrated_and_worked_with() {
        List<Path> keys =
                Stream.of("installation-key", "peppers").map(this::kept).toList();
        try (Installation upgraded = Installation.restored(Cluster.shared(), kept("accounts.dump"), keys)) {
            assertThat(upgraded.cuenta("model", "verify").succeeds().text()).contains("as revision 1 says");
            assertThat(upgraded.cuenta("activity", "verify").succeeds().text()).contains("The chain is intact");
            assertThat(upgraded.operator()
                            .get("/v1/accounts/count")
                            .json()
                            .path("count")
                            .asInt())
                    .as("read by somebody who signed in with their old password")
                    .isEqualTo(46);
            assertThat(upgraded.operator()
                            .get("/v1/accounts?filter=email%20eq%20%22operator@marea.example%22&sort=-meta.created")
                            .json()
                            .at("/items/0/displayName")
                            .asString())
                    .isEqualTo("Olga Paz");
            assertThat(upgraded.signUp("later")).isNotEmpty();

            upgraded.publish(Models.source("next.account-model.yaml"));

            assertThat(upgraded.cuenta("model", "verify").succeeds().text()).contains("as revision 2 says");
            String id = upgraded.idOf("operator@marea.example");
            assertThat(upgraded.keyHolder()
                            .patch("/v1/accounts/" + id, Map.of("theme", "night"))
                            .status())
                    .isEqualTo(200);
        }
    }

    /** Nobody else may read keys, which a checkout does not know of. */
    private Path kept(String name) {
        try (var file =
                Objects.requireNonNull(UpgradeTest.class.getResourceAsStream("/earlier-release/" + name), name)) {
            Path copy = folder.resolve(name);
            Files.copy(file, copy);
            return Files.setPosixFilePermissions(copy, PosixFilePermissions.fromString("rw-------"));
        } catch (IOException failure) {
            throw new UncheckedIOException(failure);
        }
    }
}
