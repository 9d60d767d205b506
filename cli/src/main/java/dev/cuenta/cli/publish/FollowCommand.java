package dev.cuenta.cli.publish;

import java.util.concurrent.Callable;
import picocli.CommandLine.Command;
import picocli.CommandLine.Mixin;

@Command(
        name = "follow",
        mixinStandardHelpOptions = true,
        description = "Watch the publish that is under way.",
        footerHeading = "%nExample:%n",
        footer = "  cuenta model follow")
public final class FollowCommand implements Callable<Integer> {
    @Mixin
    private UnderWay underWay;

    @Override
    public Integer call() throws InterruptedException {
        return underWay.follow();
    }
}
