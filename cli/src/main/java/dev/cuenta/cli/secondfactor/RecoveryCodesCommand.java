package dev.cuenta.cli.secondfactor;

import dev.cuenta.cli.Service;
import dev.cuenta.wire.Secret;
import dev.cuenta.wire.secondfactor.CodeProof;
import dev.cuenta.wire.secondfactor.RecoveryCodes;
import picocli.CommandLine.Command;
import picocli.CommandLine.Mixin;
import picocli.CommandLine.Model.CommandSpec;
import picocli.CommandLine.Spec;

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
        RecoveryCodes made = service.client()
                .post(Code.PATH + "/recovery-codes", new CodeProof(new Secret(code.ask())), RecoveryCodes.class);
        Code.printRecoveryCodes(made, spec.commandLine().getOut());
    }
}
