package dev.cuenta.acceptance;

import static org.assertj.core.api.Assertions.assertThat;

import dev.cuenta.core.model.Models;
import dev.cuenta.core.testing.Await;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.concurrent.TimeUnit;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** What starts the service again, with a stand-in for the service. */
class SupervisorTest {
    @TempDir
    private Path folder;

    private Process supervise(String serve) throws IOException {
        Path bin = Files.createDirectories(folder.resolve("bin"));
        Files.copy(Models.root().resolve("bin/supervise"), bin.resolve("supervise"));
        Files.writeString(bin.resolve("serve"), "#!/bin/bash\necho started >>" + folder + "/starts\n" + serve);
        for (String script : List.of("supervise", "serve")) {
            assertThat(bin.resolve(script).toFile().setExecutable(true)).isTrue();
        }
        ProcessBuilder supervisor = new ProcessBuilder(bin.resolve("supervise").toString());
        return supervisor
                .redirectErrorStream(true)
                .redirectOutput(folder.resolve("told").toFile())
                .start();
    }

    private long starts() throws IOException {
        Path starts = folder.resolve("starts");
        return Files.exists(starts) ? Files.readAllLines(starts).size() : 0;
    }

    @Test
    void a_service_that_ends_by_itself_starts_again_and_one_that_is_stopped_does_not() throws Exception {

        Process supervisor = supervise("if [ $(wc -l <" + folder + "/starts) -ge 2 ]; then exec sleep 60; fi; exit 3");
        Await.until("it starts again", () -> {
            try {
                return starts() >= 2;
            } catch (IOException notYet) {
                return false;
            }
        });
        supervisor.destroy();
        assertThat(supervisor.waitFor(10, TimeUnit.SECONDS)).isTrue();
        assertThat(supervisor.exitValue()).isZero();
        assertThat(Files.readString(folder.resolve("told"))).contains("ended with status 3", "it starts again in 1 s");
        assertThat(starts()).isEqualTo(2);
    }

    @Test
    void a_first_start_that_fails_is_told_and_not_repeated() throws Exception {
        Process supervisor = supervise("exit 1");
        assertThat(supervisor.waitFor(20, TimeUnit.SECONDS)).isTrue();
        assertThat(supervisor.exitValue()).isEqualTo(1);
        assertThat(starts()).isEqualTo(1);
    }

    @Test
    void one_that_ends_well_is_left_alone() throws Exception {
        Process supervisor = supervise("exit 0");
        assertThat(supervisor.waitFor(20, TimeUnit.SECONDS)).isTrue();
        assertThat(supervisor.exitValue()).isZero();
    }
}
