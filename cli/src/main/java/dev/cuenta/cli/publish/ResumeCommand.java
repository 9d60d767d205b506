package dev.cuenta.cli.publish;

import dev.cuenta.wire.publish.Control;
import picocli.CommandLine.Command;
import picocli.CommandLine.Mixin;

@Command(
        name = "resume",
        mixinStandardHelpOptions = true,
        description = "Go on with a publish that was paused.",
        footerHeading = "%nExample:%n",
        footer = "  cuenta model resume")
public final class ResumeCommand implements Runnable {
    @Mixin
    private UnderWay underWay;

    @Override
    public void run() {
        underWay.control(Control.RUN);
    }
}
