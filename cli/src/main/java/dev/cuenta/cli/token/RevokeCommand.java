package dev.cuenta.cli.token;

import dev.cuenta.cli.Service;
import picocli.CommandLine.Command;
import picocli.CommandLine.Mixin;
import picocli.CommandLine.Model.CommandSpec;
import picocli.CommandLine.Option;
import picocli.CommandLine.Spec;

@Command(
        name = "revoke",
        mixinStandardHelpOptions = true,
        description = {"Revoke a token: one for a service, or a session's."},
        footerHeading = "%nExample:%n",
        footer = "  cuenta tokens revoke --token-stdin < token")
final class RevokeCommand implements Runnable {
    @Mixin
    private Service service;

    @Option(names = "--token-stdin", description = "Read the token from standard input instead of asking for it.")
    private boolean fromStandardInput;

    @Spec
    private CommandSpec spec;

    @Override
    public void run() {
        service.client().postForm(Tokens.PATH + "/revocation", Tokens.asked(fromStandardInput));
        spec.commandLine().getOut().println("If it was valid, it no longer is.");
    }
}
