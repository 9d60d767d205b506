package dev.cuenta.cli.credential;

import dev.cuenta.cli.Service;
import dev.cuenta.wire.credential.PepperAdded;
import java.util.Map;
import picocli.CommandLine.Command;
import picocli.CommandLine.Mixin;
import picocli.CommandLine.Model.CommandSpec;
import picocli.CommandLine.Spec;

@Command(
        name = "add-pepper",
        mixinStandardHelpOptions = true,
        description = {
            "Use another pepper for the hashes of passwords.",
            "Each account's hash gets it at the next sign-in; `cuenta credentials report` says how many still use an earlier one.",
            "With several instances, add the line to the file that they share."
        },
        footerHeading = "%nExample:%n",
        footer = "  cuenta credentials add-pepper")
final class AddPepperCommand implements Runnable {
    @Spec
    private CommandSpec spec;

    @Mixin
    private Service service;

    @Override
    public void run() {
        String id = service.client()
                .post("/v1/credentials/peppers", Map.of(), PepperAdded.class)
                .pepper();
        spec.commandLine()
                .getOut()
                .println("The pepper " + id + " goes into new hashes. Keep the earlier lines of the file.");
    }
}
