package dev.cuenta.cli.session;

import dev.cuenta.cli.Service;
import picocli.CommandLine.Command;
import picocli.CommandLine.Mixin;
import picocli.CommandLine.Model.CommandSpec;
import picocli.CommandLine.Spec;

/** Ends the terminal's session. */
@Command(
        name = "sign-out",
        mixinStandardHelpOptions = true,
        description = "End the session that sign-in opened.",
        footerHeading = "%nExample:%n",
        footer = "  cuenta sign-out")
public final class SignOutCommand implements Runnable {
    @Spec
    private CommandSpec spec;

    @Mixin
    private Service service;

    @Override
    public void run() {
        service.client().delete("/v1/sessions/current");
        service.settings().forgetSession();
        spec.commandLine().getOut().println("Signed out.");
    }
}
