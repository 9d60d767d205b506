package dev.cuenta.cli.secondfactor;

import dev.cuenta.cli.Service;
import dev.cuenta.cli.account.Accounts;
import dev.cuenta.cli.connection.CuentaClient;
import dev.cuenta.wire.Secret;
import dev.cuenta.wire.secondfactor.CodeProof;
import dev.cuenta.wire.secondfactor.SecondFactorState;
import java.util.Objects;
import org.jspecify.annotations.Nullable;
import picocli.CommandLine.Command;
import picocli.CommandLine.Mixin;
import picocli.CommandLine.Model.CommandSpec;
import picocli.CommandLine.Option;
import picocli.CommandLine.Spec;

@Command(
        name = "remove",
        mixinStandardHelpOptions = true,
        description = {
            "Remove your second factor: this needs a code from it.",
            "If somebody lost theirs, anyone who may change the account can remove it; their sessions end."
        },
        footerHeading = "%nExamples:%n",
        footer = {"  cuenta second-factor remove", "  cuenta second-factor remove --account vera@marea.example"})
final class RemoveCommand implements Runnable {
    @Spec
    private CommandSpec spec;

    @Mixin
    private Service service;

    @Mixin
    private Code code;

    @Option(
            names = "--account",
            paramLabel = "ACCOUNT",
            description = "Somebody else's: its id, or what it signs in with.")
    private @Nullable String account;

    @Override
    public void run() {
        CuentaClient client = service.client();
        if (account != null) {
            client.delete(Accounts.path(client, account) + "/second-factor");
            spec.commandLine().getOut().println("The second factor is gone, and every session of the account ended.");
            return;
        }
        SecondFactorState removed =
                client.post(Code.PATH + "/removal", new CodeProof(new Secret(code.ask())), SecondFactorState.class);
        service.settings().keepSession(Objects.requireNonNull(removed.token()).value());
        spec.commandLine().getOut().println("You have no second factor any more.");
    }
}
