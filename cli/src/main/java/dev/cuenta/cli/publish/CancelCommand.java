package dev.cuenta.cli.publish;

import java.util.concurrent.Callable;
import picocli.CommandLine.Command;
import picocli.CommandLine.Mixin;

@Command(
        name = "cancel",
        mixinStandardHelpOptions = true,
        description = "Cancel a publish that is not live yet.",
        footerHeading = "%nExample:%n",
        footer = "  cuenta model cancel")
public final class CancelCommand implements Callable<Integer> {
    @Mixin
    private UnderWay underWay;

    @Override
    public Integer call() throws InterruptedException {
        underWay.cancel();
        return 0;
    }
}
