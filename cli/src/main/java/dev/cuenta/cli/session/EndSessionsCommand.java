package dev.cuenta.cli.session;

import dev.cuenta.cli.Service;
import dev.cuenta.cli.connection.CuentaClient;
import dev.cuenta.wire.session.SessionsEnded;
import java.util.concurrent.Callable;
import picocli.CommandLine.Command;
import picocli.CommandLine.Mixin;
import picocli.CommandLine.Model.CommandSpec;
import picocli.CommandLine.Option;
import picocli.CommandLine.ParameterException;
import picocli.CommandLine.Parameters;
import picocli.CommandLine.Spec;

@Command(
        name = "end",
        mixinStandardHelpOptions = true,
        description = "End a session, or all of an account's, at once and everywhere.",
        footerHeading = "%nExamples:%n",
        footer = {
            "  cuenta sessions end 01990000-0000-7000-8000-000000000000",
            "  cuenta sessions end --all --account vera@marea.example"
        })
final class EndSessionsCommand implements Callable<Integer> {
    @Spec
    private CommandSpec spec;

    @Mixin
    private Service service;

    @Mixin
    private Whose whose;

    @Parameters(paramLabel = "ID", arity = "0..1", description = "The session, as cuenta sessions list shows it.")
    private String id;

    @Option(names = "--all", description = "All of the account's, your present one too.")
    private boolean all;

    @Override
    public Integer call() {
        if (all == (id != null)) {
            throw new ParameterException(spec.commandLine(), "Say which session to end, or --all.");
        }
        CuentaClient client = service.client();
        String path = whose.path(client);
        int ended = all ? client.delete(path, SessionsEnded.class).ended() : endOne(client, path);
        spec.commandLine().getOut().println(ended == 1 ? "1 session has ended." : ended + " sessions have ended.");
        return 0;
    }

    private int endOne(CuentaClient client, String path) {
        client.delete(path + "/" + id);
        return 1;
    }
}
