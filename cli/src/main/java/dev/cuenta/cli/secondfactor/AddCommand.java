package dev.cuenta.cli.secondfactor;

import dev.cuenta.cli.Service;
import dev.cuenta.cli.account.Asked;
import dev.cuenta.cli.connection.CuentaClient;
import java.io.PrintWriter;
import java.util.Map;
import picocli.CommandLine.Command;
import picocli.CommandLine.Mixin;
import picocli.CommandLine.Model.CommandSpec;
import picocli.CommandLine.Option;
import picocli.CommandLine.Spec;
import tools.jackson.databind.JsonNode;

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
        JsonNode begun = client.post(Code.PATH, Map.of("password", asked.next("Your password: ")))
                .body();
        out.println(begun.path("qrText").asString());
        out.println("Show this to your authenticator, or give it the seed: "
                + begun.path("seed").asString());
        out.flush();
        JsonNode added = client.put(Code.PATH, Map.of("code", asked.next("The code that it shows: ")))
                .body();
        service.settings().keepSession(added.path("token").asString());
        Code.printRecoveryCodes(added.path("recoveryCodes"), out);
    }
}
