package dev.cuenta.acceptance;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** Another team's build, with the packaged terminal client and a key of its service. */
class ContractInABuildTest extends OnMarea {
    @Test
    void a_team_checks_its_contract_in_its_own_build(@TempDir Path folder) throws IOException {
        Path key = Files.writeString(folder.resolve("billing.key"), marea.serviceKey("billing"));
        String own = "CUENTA_CONFIG=/nowhere CUENTA_URL=$URL CUENTA_KEY_FILE=" + key + " ./cuenta services ";
        Path contract = folder.resolve("billing.contract.json");

        marea.shell(own + "contract billing > " + contract).succeeds();
        assertThat(marea.shell(own + "check --contract " + contract).succeeds().text())
                .contains("everything that its contract says");
        assertThat(marea.shell(own + "contract gates").errors()).contains("its own contract only");
        String openapi =
                marea.shell(own + "contract billing --as openapi").succeeds().text();
        assertThat(openapi).contains("credit").doesNotContain("gateCode", "theme", "employment", "retention");

        Files.writeString(contract, Files.readString(contract).replaceFirst("\"person.givenName\"", "\"theme\""));
        Output gap = marea.shell(own + "check --contract " + contract);
        assertThat(gap.status()).isEqualTo(1);
        assertThat(gap.text()).contains("/reads/theme", "may not be read any more");
    }
}
