package dev.cuenta.cli.publish;

import dev.cuenta.wire.publish.Control;
import picocli.CommandLine.Command;
import picocli.CommandLine.Mixin;

@Command(
        name = "pause",
        mixinStandardHelpOptions = true,
        description = "Pause the publish that is under way; what is done stays done.",
        footerHeading = "%nExample:%n",
        footer = "  cuenta model pause")
public final class PauseCommand implements Runnable {
    @Mixin
    private UnderWay underWay;

    @Override
    public void run() {
        underWay.control(Control.PAUSE);
    }
}
