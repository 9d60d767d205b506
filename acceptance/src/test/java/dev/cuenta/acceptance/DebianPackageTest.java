package dev.cuenta.acceptance;

import static org.assertj.core.api.Assertions.assertThat;

import dev.cuenta.core.model.Models;
import java.nio.file.Path;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** The package, by Debian's own judge of packages. What the libraries are made of is judged where the package is made. */
class DebianPackageTest {
    @Test
    void lintian_finds_no_errors_and_nothing_to_warn_of(@TempDir Path folder) {
        Output said = Output.of(
                List.of(Models.root().resolve("bin/package").toString(), "--outline", folder.toString()), Map.of());

        assertThat(said.status()).as(said.text() + said.errors()).isZero();
        assertThat(folder).isDirectoryContaining("glob:**/cuenta_*_all.deb");
    }
}
