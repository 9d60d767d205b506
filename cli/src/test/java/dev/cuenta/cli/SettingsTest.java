package dev.cuenta.cli;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.attribute.PosixFilePermission;
import java.nio.file.attribute.PosixFilePermissions;
import java.util.HashMap;
import java.util.Map;
import java.util.stream.Stream;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

class SettingsTest {
    @TempDir
    private Path folder;

    private Path file;
    private Path key;

    @BeforeEach
    void write() throws IOException {
        file = folder.resolve("cuenta/cuenta.properties");
        key = folder.resolve("key");
        Files.createDirectories(file.getParent());
        Files.writeString(key, "cuenta_key_1\n");
        Files.writeString(file, "url=http://file.example\nkey-file=" + key + "\n");
    }

    @Test
    void the_environment_goes_before_the_file() {
        assertThat(settings(Map.of()).get("url")).contains("http://file.example");
        assertThat(settings(Map.of("CUENTA_URL", "http://environment.example")).get("url"))
                .contains("http://environment.example");
        assertThat(settings(Map.of()).get("tenant")).isEmpty();
    }

    @Test
    void the_file_lies_in_the_user_s_configuration_folder() {
        assertThat(new Settings(Map.of("XDG_CONFIG_HOME", folder.toString())).get("url"))
                .contains("http://file.example");
        assertThat(new Settings(Map.of("HOME", folder.toString())).get("url")).isEmpty();
    }

    @Test
    void a_session_goes_before_the_installation_key_and_ends() {
        Settings settings = settings(Map.of());
        assertThat(settings.token()).contains("cuenta_key_1");
        settings.keepSession("cuenta_session_1");
        assertThat(settings.token()).contains("cuenta_session_1");
        settings.forgetSession();
        assertThat(settings.token()).contains("cuenta_key_1");
        assertThat(settings.get("url")).contains("http://file.example");
    }

    @Test
    void what_somebody_wrote_into_the_file_stays() throws IOException {
        String written = "# Marea's own installation\nurl=http://file.example\n\n! the key\nkey-file = " + key + "\n";
        Files.writeString(file, written);
        settings(Map.of()).keepSession("cuenta_session_1");
        settings(Map.of()).keepSession("cuenta_session_2");
        assertThat(Files.readString(file)).isEqualTo(written + "session=cuenta_session_2\n");
        settings(Map.of()).forgetSession();
        assertThat(Files.readString(file)).isEqualTo(written);
    }

    @Test
    void a_session_is_kept_for_its_owner_s_eyes_only() throws IOException {
        Path fresh = folder.resolve("new/cuenta.properties");
        new Settings(Map.of("CUENTA_CONFIG", fresh.toString())).keepSession("cuenta_session_1");

        assertThat(Files.getPosixFilePermissions(fresh))
                .containsExactlyInAnyOrder(PosixFilePermission.OWNER_READ, PosixFilePermission.OWNER_WRITE);
    }

    /** Also where others could read what stood there before, and through a link. */
    @Test
    void a_session_that_joins_what_others_may_read_is_hidden_from_them() throws IOException {
        Files.setPosixFilePermissions(file, PosixFilePermissions.fromString("rw-r--r--"));
        Path link = Files.createSymbolicLink(folder.resolve("link.properties"), file);
        new Settings(Map.of("CUENTA_CONFIG", link.toString())).keepSession("cuenta_session_1");

        assertThat(PosixFilePermissions.toString(Files.getPosixFilePermissions(file)))
                .isEqualTo("rw-------");
        assertThat(Files.isSymbolicLink(link)).isTrue();
        assertThat(settings(Map.of()).get("url")).contains("http://file.example");
        try (Stream<Path> files = Files.list(file.getParent())) {
            assertThat(files).containsExactly(file);
        }
    }

    private Settings settings(Map<String, String> environment) {
        Map<String, String> all = new HashMap<>(environment);
        all.put("CUENTA_CONFIG", file.toString());
        return new Settings(all);
    }
}
