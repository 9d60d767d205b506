package dev.cuenta.cli.sharing;

import dev.cuenta.cli.ModelText;
import dev.cuenta.cli.Service;
import dev.cuenta.cli.connection.CuentaClient;
import dev.cuenta.cli.output.Output;
import dev.cuenta.core.problem.Problem;
import dev.cuenta.core.problem.ProblemKind;
import dev.cuenta.wire.sharing.ContractCheck;
import java.nio.file.Path;
import java.util.concurrent.Callable;
import picocli.CommandLine.Command;
import picocli.CommandLine.Mixin;
import picocli.CommandLine.Option;
import tools.jackson.core.JacksonException;
import tools.jackson.databind.JsonNode;

@Command(
        name = "check",
        mixinStandardHelpOptions = true,
        description = {
            "Check whether the live model still gives a service what its contract says; exit status 1 if not.",
            "A team runs this in its own build, with the service's key in the file that CUENTA_KEY_FILE names."
        },
        footerHeading = "%nExample:%n",
        footer = "  cuenta services check --contract billing.contract.json")
final class CheckCommand implements Callable<Integer> {
    @Mixin
    private Service service;

    @Option(
            names = "--contract",
            paramLabel = "FILE",
            required = true,
            description = "What cuenta services contract printed when the service was built.")
    private Path file;

    @Mixin
    private Output output;

    @Override
    public Integer call() {
        String text = ModelText.of(file);
        JsonNode contract = contract(text);
        String path = "/v1/services/" + contract.path("service").asString("") + "/contract-checks";
        ContractCheck checked = service.client().post(path, contract, ContractCheck.class);
        boolean fits = checked.fits();
        if (!output.printed(checked)) {
            Lines lines = Lines.of(CuentaClient.json(), text);
            checked.gaps()
                    .forEach(gap -> output.writer()
                            .println(
                                    file + ":" + lines.of(gap.pointer()) + ": " + gap.pointer() + ": " + gap.detail()));
            output.writer()
                    .println(
                            fits
                                    ? "The live model gives "
                                            + contract.path("service").asString()
                                            + " everything that its contract says."
                                    : "The live model does not give everything that this contract says.");
            output.writer().flush();
        }
        return fits ? 0 : 1;
    }

    private JsonNode contract(String text) {
        try {
            JsonNode contract = CuentaClient.json().readTree(text);
            if (contract.path("service").asString("").matches("[A-Za-z][A-Za-z0-9]*")) {
                return contract;
            }
        } catch (JacksonException notJson) {
            // Said below, as for JSON that is something else.
        }
        throw Problem.of(
                ProblemKind.MALFORMED,
                "The file " + file + " is no contract. `cuenta services contract NAME` prints one.");
    }
}
