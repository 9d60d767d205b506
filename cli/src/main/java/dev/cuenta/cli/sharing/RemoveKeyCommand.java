package dev.cuenta.cli.sharing;

import dev.cuenta.cli.Agreement;
import dev.cuenta.cli.Service;
import picocli.CommandLine.Command;
import picocli.CommandLine.Mixin;
import picocli.CommandLine.Model.CommandSpec;
import picocli.CommandLine.Parameters;
import picocli.CommandLine.Spec;

@Command(
        name = "remove",
        mixinStandardHelpOptions = true,
        description = "Revoke a key. The next request with it is refused.",
        footerHeading = "%nExample:%n",
        footer = "  cuenta services keys remove billing 01990000-0000-7000-8000-000000000000")
final class RemoveKeyCommand implements Runnable {
    @Spec
    private CommandSpec spec;

    @Mixin
    private Service service;

    @Parameters(index = "0", paramLabel = "NAME", description = "The service.")
    private String name;

    @Parameters(index = "1", paramLabel = "KEY", description = "The key's id, as cuenta services keys list shows it.")
    private String key;

    @Mixin
    private Agreement agreement;

    @Override
    public void run() {
        agreement.require(() -> "Revoke the key " + key + " of " + name + "?");
        service.client().delete("/v1/services/" + name + "/keys/" + key);
        spec.commandLine().getOut().println("The key of " + name + " is revoked.");
    }
}
