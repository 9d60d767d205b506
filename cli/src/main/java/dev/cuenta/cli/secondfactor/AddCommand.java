package dev.cuenta.cli.secondfactor;

import dev.cuenta.cli.Service;
import dev.cuenta.cli.account.Asked;
import dev.cuenta.cli.connection.CuentaClient;
import dev.cuenta.wire.Secret;
import dev.cuenta.wire.secondfactor.CodeProof;
import dev.cuenta.wire.secondfactor.PasswordProof;
import dev.cuenta.wire.secondfactor.RecoveryCodes;
import dev.cuenta.wire.secondfactor.SecondFactorSeed;
import java.io.PrintWriter;
import java.util.Objects;
import picocli.CommandLine.Command;
import picocli.CommandLine.Mixin;
import picocli.CommandLine.Model.CommandSpec;
import picocli.CommandLine.Option;
import picocli.CommandLine.Spec;

@Command(
        name = "add",
        mixinStandardHelpOptions = true,
        description = {
            "Add a second factor: a QR code for your authenticator, then its first code.",
            "With --stdin the password comes in the first line of standard input, the code in the second."
        },
        footerHeading = "%nExample:%n",
        footer = "  cuenta second-factor add")
final class AddCommand implements Runnable {
    @Spec
    private CommandSpec spec;

    @Mixin
    private Service service;

    @Option(names = "--stdin", description = "Read the password and the code from standard input, a line each.")
    private boolean fromStandardInput;

    @Override
    public void run() {
        PrintWriter out = spec.commandLine().getOut();
        CuentaClient client = service.client();
        Asked.Lines asked = Asked.lines(fromStandardInput, "--stdin");
        PasswordProof password = new PasswordProof(new Secret(asked.next("Your password: ")));
        SecondFactorSeed begun = client.post(Code.PATH, password, SecondFactorSeed.class);
        out.println(begun.qrText().value());
        out.println("Show this to your authenticator, or give it the seed: "
                + begun.seed().value());
        out.flush();
        CodeProof code = new CodeProof(new Secret(asked.next("The code that it shows: ")));
        RecoveryCodes added = client.put(Code.PATH, code, RecoveryCodes.class);
        service.settings().keepSession(Objects.requireNonNull(added.token()).value());
        Code.printRecoveryCodes(added, out);
    }
}
