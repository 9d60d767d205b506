package dev.cuenta.cli.secondfactor;

import dev.cuenta.cli.Service;
import java.util.Map;
import picocli.CommandLine.Command;
import picocli.CommandLine.Mixin;
import picocli.CommandLine.Model.CommandSpec;
import picocli.CommandLine.Spec;
import tools.jackson.databind.JsonNode;

@Command(
        name = "recovery-codes",
        mixinStandardHelpOptions = true,
        description = "Create new recovery codes; the ones you have stop working.",
        footerHeading = "%nExample:%n",
        footer = "  cuenta second-factor recovery-codes")
final class RecoveryCodesCommand implements Runnable {
    @Spec
    private CommandSpec spec;

    @Mixin
    private Service service;

    @Mixin
    private Code code;

    @Override
    public void run() {
        JsonNode made = service.client()
                .post(Code.PATH + "/recovery-codes", Map.of("code", code.ask()))
                .body();
        Code.printRecoveryCodes(made.path("recoveryCodes"), spec.commandLine().getOut());
    }
}
