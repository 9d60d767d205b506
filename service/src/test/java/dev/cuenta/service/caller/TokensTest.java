package dev.cuenta.service.caller;

import static org.assertj.core.api.Assertions.assertThat;

import dev.cuenta.service.Settings;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.attribute.PosixFilePermission;
import java.time.Duration;
import java.util.HashSet;
import java.util.List;
import java.util.Set;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

class TokensTest {
    @Test
    void tokens_say_what_they_are_and_are_never_the_same() {
        Set<String> tokens = new HashSet<>();
        for (int i = 0; i < 1000; i++) {
            tokens.add(Tokens.create(Tokens.SESSION));
        }

        assertThat(tokens).hasSize(1000).allMatch(token -> token.matches("cuenta_session_[A-Za-z0-9_-]{43}"));
        assertThat(Tokens.hash("a")).hasSize(32).isNotEqualTo(Tokens.hash("b"));
    }

    @Test
    void the_installation_key_is_made_once_and_for_its_owner_s_eyes_only(@TempDir Path folder) throws IOException {
        Path file = folder.resolve("data/installation-key");
        Settings settings = new Settings(
                new Settings.Database("jdbc:postgresql://127.0.0.1/cuenta", "cuenta", "tide-table", null),
                file,
                folder.resolve("data/secret-keys"),
                null,
                null,
                Duration.ofHours(1),
                Duration.ofHours(1),
                Duration.ofSeconds(3),
                Duration.ofMinutes(5),
                null,
                null,
                "http://127.0.0.1:7480",
                List.of(),
                20,
                false,
                false,
                new Settings.Metrics("127.0.0.1", 0),
                null,
                null);
        new InstallationKey(settings);
        String key = Files.readString(file).strip();

        assertThat(Files.getPosixFilePermissions(file))
                .containsExactlyInAnyOrder(PosixFilePermission.OWNER_READ, PosixFilePermission.OWNER_WRITE);
        assertThat(new InstallationKey(settings).is(key)).isTrue();
        assertThat(new InstallationKey(settings).is(key + "x")).isFalse();
        assertThat(settings.toString()).doesNotContain("tide-table");
    }
}
