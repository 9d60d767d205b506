package dev.cuenta.acceptance;

import static org.assertj.core.api.Assertions.assertThat;

import dev.cuenta.core.model.Models;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** The unit of the package, by systemd's own programs. */
class SystemdUnitTest {
    private Path unit;

    @BeforeEach
    void a_unit_whose_program_is_installed(@TempDir Path folder) throws IOException {
        String source = Files.readString(Models.root().resolve("packaging/cuenta.service"));
        unit = Files.writeString(
                folder.resolve("cuenta.service"), source.replace("/usr/lib/cuenta/bin/serve", "/bin/true"));
    }

    @Test
    void systemd_knows_all_of_its_settings() {
        Output said = Output.of(List.of("systemd-analyze", "verify", unit.toString()), Map.of());

        assertThat(said.errors() + said.text()).isEmpty();
        assertThat(said.status()).isZero();
    }

    /** From 0, which is shut in, to 100. */
    @Test
    void it_is_shut_in_as_far_as_it_was() {
        Output said = Output.of(
                List.of("systemd-analyze", "security", "--offline=true", "--threshold=20", unit.toString()), Map.of());

        assertThat(said.status()).as(said.text()).isZero();
    }
}
